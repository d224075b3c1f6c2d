import { filmOf } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { CaesuraError, frames } from '../../time/index.ts';
import type { HandoffFormat } from '../format.ts';
import type { ProvedFormat } from './allowed.ts';
import { Differences, type Difference, type Off } from './differences.ts';
import { factsOf } from './facts.ts';
import { keysReading } from './prove-keys.ts';
import type { Reading } from './reading.ts';
import { picturesOff } from './pictures-off.ts';
import { soundsOff } from './sounds-off.ts';
import { receiveEdl } from './stand-ins/edl.ts';
import { receiveOtio } from './stand-ins/otio.ts';
import { receivePage } from './stand-ins/page.ts';
import { receivePlan } from './stand-ins/plan.ts';
import type { Facts, Received } from './stand-ins/received.ts';
import { receiveSheet } from './stand-ins/sheet.ts';
import { wantedPictures, wantedSounds } from './wanted.ts';

/** The proof of a written file. */
export interface Proof extends Reading {
  readonly format: HandoffFormat['id'];
  /**
   * A second way in which some programs read the file, which is not judged; null where there is
   * none.
   */
  readonly other: Reading | null;
}

const STAND_INS: Readonly<Record<ProvedFormat, (text: string, facts: Facts) => Received>> = {
  edl: receiveEdl,
  otio: receiveOtio,
  csv: receiveSheet,
  html: receivePage,
  json: receivePlan,
};

/** Whether a format has a stand-in that can prove it. */
export const isProved = (format: HandoffFormat['id'] | string): format is HandoffFormat['id'] =>
  format === 'keys' || format in STAND_INS;

/** Called with the part that is done, from 0 to 1; may throw to stop. */
export type ProofProgress = (part: number) => void;

/** What of a file cannot be read, as differences at its start. */
const unreadOff = ({ unread }: Received): Difference[] =>
  unread.slice(0, 100).map(({ where, words }) => ({
    ...{ from: 0, to: 0, wanted: '', found: where, why: words },
  }));

/** Compares a received film with the plan, frame by frame. */
function compared(
  received: Received,
  plan: Plan,
  format: ProvedFormat,
  progress: ProofProgress = () => {},
): Omit<Reading, 'how'> {
  const film = filmOf(plan);
  const length = plan.score?.length ?? 0;
  const [near, wrong] = [new Differences(), new Differences()];
  // What is beyond the end of the film is seen on its first hundred frames.
  const count = Math.max(length, Math.min(received.frames, length + 100));
  let equal = 0;
  for (let n = 0; n < count; n++) {
    if (n % 100 === 0) progress(n / count);
    const planned = { film, format, frame: n };
    const at = frames(n);
    const off: Off[] = picturesOff(wantedPictures(film, at), received.pictures(n), planned);
    if (off.length === 0) equal++;
    if (received.sounds)
      off.push(...soundsOff(wantedSounds(film, at), received.sounds(n), planned));
    for (const one of off) (one.near ? near : wrong).add(n, one);
  }
  return { frames: count, equal, near: near.all, wrong: [...unreadOff(received), ...wrong.all] };
}

/** The first frame of a file against that of the plan. */
function startOff({ start }: Received, plan: Plan): Difference[] {
  if (start === null || start === plan.start) return [];
  const why = 'The film starts at another timecode.';
  return [{ from: 0, to: 0, wanted: `frame ${plan.start}`, found: `frame ${start}`, why }];
}

/**
 * Proves a written file of a plan: a stand-in for the receiving program, which shares nothing with
 * the writers, says for each frame which frames of which clips are shown and which sounds are heard
 * from which place; they are compared with the plan. Throws when the file cannot be read at all.
 */
export function proofOf(
  plan: Plan,
  format: HandoffFormat['id'],
  text: string,
  progress: ProofProgress = () => {},
): Proof {
  if (format === 'keys')
    return { format, how: null, other: null, ...keysReading(plan, text, progress) };
  const facts = factsOf(plan);
  let received: Received;
  try {
    received = STAND_INS[format](text, facts);
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    throw new CaesuraError(
      'no-proof',
      `The file cannot be read: ${error.message}`,
      'Write it again from the plan.',
    );
  }
  const reading = compared(received, plan, format, progress);
  const mixed =
    format === 'edl' &&
    plan.clips.some(({ id, rate }) => {
      const used = plan.score?.shots.some(({ clip }) => clip === id) ?? false;
      return used && rate.num * plan.rate.den !== plan.rate.num * rate.den;
    });
  return {
    ...{ format, ...reading, wrong: [...startOff(received, plan), ...reading.wrong] },
    how: mixed ? 'Source labels count the frames of each file' : null,
    other: mixed
      ? {
          how: 'All labels count the frames of the film',
          ...compared(receiveEdl(text, facts, 'of the list'), plan, format),
        }
      : null,
  };
}
