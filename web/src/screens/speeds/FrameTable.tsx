import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { speedAt } from '@caesura/core/curves';
import { ownSoundAt } from '@caesura/core/ramps';
import { strideOf, type Film, type ShotFacts } from '@caesura/core/film';
import { toNumber } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { noticed } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Width of a column, in pixels. */
const COLUMN = 44;

interface Row {
  readonly frame: number;
  readonly source: number;
  readonly speed: number;
  readonly stride: number;
  /** By how many semitones its own sound is higher; nothing where it has none to hear. */
  readonly pitch: string;
  /** Whether that can still be listened to. */
  readonly heard: boolean;
}

/** What a shot shows on its frames from one to another: frame, source, speed and stride. */
function rowsOf({ time, start }: ShotFacts, from: number, to: number): Row[] {
  if (!time) return [];
  return Array.from({ length: Math.max(0, to - from) }, (_, i) => {
    const k = from + i;
    const speed = speedAt(time.curve, k);
    const { semitones, usable } = ownSoundAt(speed);
    return {
      ...{ frame: start + k, source: time.at(k), stride: time.at(k + 1) - time.at(k) },
      speed: Math.round(1000 * speed) / 10,
      pitch: semitones === null ? '–' : signed(semitones, 1),
      heard: usable,
    };
  });
}

const NAMES: readonly (readonly [Exclude<keyof Row, 'heard'>, string])[] = [
  ['frame', 'frame'],
  ['source', 'source'],
  ['speed', 'speed %'],
  ['stride', 'stride'],
  ['pitch', 'pitch st'],
];

/** Strides over more source frames of normal speed than this are told. */
const FAR = 4;

/** How a figure is marked: at the position, repeated, skipped far, or of no use to the ear. */
function cellClass(name: keyof Row, row: Row, at: number, stride: number): string {
  const wrong =
    (name === 'stride' && (row.stride === 0 || Math.abs(row.stride) > FAR * stride)) ||
    (name === 'pitch' && !row.heard);
  return `${row.frame === at ? 'is-at' : ''}${wrong ? ' is-far' : ''}`;
}

/** Every frame of a shot about the position in figures; all of them can be copied. */
export function FrameTable({
  film,
  facts,
  at,
  width,
  onFrame,
}: {
  film: Film;
  facts: ShotFacts;
  at: number;
  width: number;
  onFrame: (frame: number) => void;
}) {
  const dispatch = useAppDispatch();
  const { length, clip, start } = facts;
  const count = Math.max(1, Math.min(length, Math.floor(width / COLUMN)));
  const here = Math.min(length - 1, Math.max(0, at - start));
  const first = Math.min(length - count, Math.max(0, here - Math.floor(count / 2)));
  const rows = useMemo(() => rowsOf(facts, first, first + count), [facts, first, count]);
  const clean = clip ? toNumber(strideOf(clip.rate, film.plan.rate)) : 1;
  const copy = () => {
    const lines = rowsOf(facts, 0, length).map((row) =>
      NAMES.map(([name]) => row[name]).join('\t'),
    );
    const text = [NAMES.map(([, name]) => name).join('\t'), ...lines].join('\n');
    void navigator.clipboard.writeText(text).then(
      () => dispatch(noticed({ kind: 'done', message: `${length} frames were copied.` })),
      () =>
        dispatch(
          noticed({
            kind: 'error',
            message: 'The browser did not let the figures be copied.',
            mend: 'Allow it to use the clipboard, then copy again.',
          }),
        ),
    );
  };
  return (
    <div>
      <table className="frame-table figures" aria-label="Frame by frame">
        <tbody>
          {NAMES.map(([name, words]) => (
            <tr key={name}>
              <th scope="row">{words}</th>
              {rows.map((row) => (
                <td
                  key={row.frame}
                  style={{ width: COLUMN }}
                  className={cellClass(name, row, at, clean)}
                  title={
                    name === 'pitch' && !row.heard
                      ? 'Its own sound is of no use at this speed'
                      : undefined
                  }
                  onClick={() => onFrame(row.frame)}
                >
                  {row[name]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Button variant="link" size="sm" onClick={copy}>
        Copy all {length} frames
      </Button>
    </div>
  );
}
