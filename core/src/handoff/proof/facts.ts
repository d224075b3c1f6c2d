import type { Clip, Plan } from '../../plan/index.ts';
import type { ClipFacts, Facts } from './stand-ins/received.ts';

const clipFacts = ({ id, name, fileName, rate, frames, start, dropFrame }: Clip): ClipFacts => ({
  ...{ id, name, fileName, num: rate.num, den: rate.den },
  ...{ frames, start, drop: dropFrame },
});

/** What is known of a film and its clips beside a written file: nothing of how it is cut. */
export const factsOf = ({ rate, dropFrame, start, clips }: Plan): Facts => ({
  ...{ num: rate.num, den: rate.den, drop: dropFrame, start },
  clips: clips.map(clipFacts),
});
