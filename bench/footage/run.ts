/**
 * Prints how well the moments of made clips are found: recall and precision, by kind of event.
 * Usage: tsx run.ts FOLDER [--each]
 */
import { clipAnalysisOf } from '@caesura/core/footage';
import { frameRate } from '@caesura/core/time';
import { clipsOf, measured } from './clips.ts';
import { paired, toleranceOf } from './measures.ts';

const [folder, each] = process.argv.slice(2) as [string, string?];
const VERSION = 'facts12';
const events = new Map<string, { all: number; found: number; named: number }>();
let [proposed, right, strong, strongFound] = [0, 0, 0, 0];
for (const clip of clipsOf(folder)) {
  const facts = await measured(folder, clip, VERSION);
  const { proposed: moments } = clipAnalysisOf(facts, frameRate(clip.rate[0], clip.rate[1]));
  const pairs = paired(clip.events, moments, toleranceOf(clip.rate));
  proposed += moments.length;
  right += pairs.length;
  for (const event of clip.events) {
    const pair = pairs.find((p) => p.event === event);
    const of = events.get(event.kind) ?? { all: 0, found: 0, named: 0 };
    const named =
      pair && pair.moment.kind === (event.kind === 'reversal' ? 'turn' : event.kind) ? 1 : 0;
    events.set(event.kind, {
      all: of.all + 1,
      found: of.found + (pair ? 1 : 0),
      named: of.named + named,
    });
    if (event.strength < 0.7) continue;
    strong++;
    if (pair) strongFound++;
  }
  if (each)
    console.log(
      clip.file.padEnd(26),
      `${(clip.rate[0] / clip.rate[1]).toFixed(0)} fps`.padEnd(8),
      clip.events
        .map((e) => `${e.kind} ${e.at}${pairs.some((p) => p.event === e) ? '' : ' MISSED'}`)
        .join(', '),
      '|',
      moments
        .map(
          (m) =>
            `${m.kind} ${m.at} ${m.strength.toFixed(2)}${pairs.some((p) => p.moment === m) ? '' : ` FALSE (${m.reason})`}`,
        )
        .join(', '),
    );
}
const share = (part: number, whole: number): string =>
  whole > 0 ? (part / whole).toFixed(3) : '–';
for (const [kind, { all, found, named }] of events)
  console.log(
    kind.padEnd(10),
    `${found} of ${all} found (${share(found, all)}), ${named} by its kind`,
  );
const all = [...events.values()].reduce((sum, e) => sum + e.all, 0);
console.log(
  `recall ${share(right, all)}, precision ${share(right, proposed)}, of strong ones ${share(strongFound, strong)} (${strong})`,
);
