import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { planWithKit } from '../../testing/plan-with-effects.ts';
import { toNumber } from '../../time/index.ts';
import { readTimedText } from '../cues/timed-text.ts';
import { readOtio } from '../otio/read-otio.ts';
import { filmMarkers } from './film-markers.ts';
import { MARKER_FILES } from './marker-files.ts';

const plan = { ...planWithKit(), notes: [{ id: 'n', frame: 100 as never, text: 'look, "here"' }] };
const fileOf = (id: string) => MARKER_FILES.find((one) => one.id === id)!.write(plan);

describe('lists that go with a film', () => {
  it('mark every cut and every note, in the order of the film', () => {
    const markers = filmMarkers(plan);
    expect(markers.filter(({ kind }) => kind === 'cut').map(({ frame }) => frame)).toEqual(
      filmOf(plan).joins.map(({ frame }) => frame),
    );
    expect(markers.find(({ kind }) => kind === 'note')).toMatchObject({ frame: 100, lasts: 0 });
    expect(markers.map(({ frame }) => frame)).toEqual(
      markers.map(({ frame }) => frame).toSorted((a, b) => a - b),
    );
  });

  it('are one and the same in each of their forms', () => {
    const markers = filmMarkers(plan);
    const cues = readTimedText(fileOf('markers-vtt'));
    expect(cues).toHaveLength(markers.length);
    cues.forEach(({ at }, i) => expect(at).toBeCloseTo(markers[i]!.frame / 24, 3));
    const rows = fileOf('markers-csv').trim().split('\r\n').slice(1);
    expect(rows).toHaveLength(markers.length);
    expect(rows.find((row) => row.startsWith('note'))).toBe(
      'note,01:00:04:04,100,0,4.166667,"look, ""here"""',
    );
    const film = readOtio(fileOf('markers-otio'));
    expect(film.markers.map(({ at, name }) => [at, name])).toEqual(
      markers.map(({ frame, name }) => [frame, name]),
    );
    expect(film.start).toBe(plan.start);
  });

  it('have words as lines that follow one another, and sections by the clock', () => {
    const words = filmOf(plan).cues.filter(({ kind }) => kind === 'word');
    const cues = readTimedTextOrNone(fileOf('subtitles-vtt'));
    expect(cues.length).toBeLessThanOrEqual(words.length);
    if (words[0]) expect(cues[0]!.at).toBeCloseTo(toNumber(words[0].at), 2);
    expect(fileOf('sections')).toMatch(/^0:00 /);
  });
});

/** Cues of a file that may have none. */
const readTimedTextOrNone = (text: string) => (text.includes('-->') ? readTimedText(text) : []);
