import { proxy } from 'comlink';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { LinedUp } from '@caesura/core/listen';
import type { Clip, Plan } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useTask } from '../../app/use-task.ts';
import { Working } from '../../components/Working.tsx';
import type { ListenWorker } from '../../workers/listen-worker.ts';
import { startListenWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** How much higher than the next best a place is that is told as sure. */
const SURE = 1.3;

/** Seconds with the sign of print. */
const seconds = (x: number): string => `${x.toFixed(3).replace('-', '−')} s`;

/** What was found of the last clips that were looked for, in words. */
function foundWords(clips: readonly Clip[], found: readonly (LinedUp | null)[]): string {
  const nowhere = clips.filter((_, i) => !found[i]);
  const doubtful = clips.filter((_, i) => found[i] && found[i].height < SURE * found[i].next);
  const named = (list: readonly Clip[]) => list.map(({ name }) => `“${name}”`).join(', ');
  return [
    `${counted(clips.length - nowhere.length, 'clip')} lined up.`,
    nowhere.length > 0 && `The song is not heard in ${named(nowhere)}.`,
    doubtful.length > 0 &&
      `${named(doubtful)} ${doubtful.length === 1 ? 'is' : 'are'} nearly as like another place of it: listen to it.`,
  ]
    .filter(Boolean)
    .join(' ');
}

/**
 * Finds where the song of the film is heard in a clip, or in all clips that have a sound, so that
 * shots of a performance can be put in sync with it.
 */
export function LineUpClips({ plan, clip }: { plan: Plan; clip: Clip }) {
  const edit = useEdit();
  const { working, run, stop } = useTask();
  const [told, setTold] = useState('');
  const { music } = plan;
  if (!music) return <p className="hint">With music in Listen a take can be lined up with it.</p>;
  const all = plan.clips.filter(({ sound }) => sound);
  const find = (clips: readonly Clip[]) =>
    run(async (onStage, signal) => {
      const what = clips.length > 1 ? 'Finding the song in the takes' : 'Finding the song in it';
      onStage(what, 0);
      const takes = clips.map(({ name, sound }) => ({
        ...{ media: sound!.media, fileName: name },
        seconds: sound!.length / sound!.sampleRate,
      }));
      const found = await inWorker<ListenWorker, (LinedUp | null)[]>(
        startListenWorker,
        (worker) =>
          worker.findInSong(
            music,
            takes,
            proxy((done) => onStage(what, done)),
          ),
        signal,
      );
      setTold(foundWords(clips, found));
      edit(
        'lineUpClips',
        music.id,
        clips.map(({ id }, i) => ({ clip: id, offset: found[i]?.offset ?? null })),
      );
    });
  const { linedUp } = clip;
  const at = linedUp?.media === music.media ? linedUp.offset / music.analysis.sampleRate : null;
  return (
    <section className="with-song" aria-label="With the song">
      <h3>With the song</h3>
      <p className="hint">
        {at === null
          ? 'A performance to the song can be lined up with it by its sound.'
          : at >= 0
            ? `It begins ${seconds(at)} into the song.`
            : `The song begins ${seconds(-at)} into it.`}
      </p>
      {working ? (
        <Working {...working} onStop={stop} />
      ) : (
        <div className="buttons">
          <Button variant="outline-dark" size="sm" onClick={() => find([clip])}>
            Line it up
          </Button>
          {all.length > 1 && (
            <Button variant="outline-dark" size="sm" onClick={() => find(all)}>
              Line up all {all.length} with sound
            </Button>
          )}
          {at !== null && (
            <Button
              variant="link"
              size="sm"
              onClick={() => edit('lineUpClips', music.id, [{ clip: clip.id, offset: null }])}
            >
              Forget it
            </Button>
          )}
        </div>
      )}
      {told && (
        <p className="hint" role="status">
          {told}
        </p>
      )}
    </section>
  );
}
