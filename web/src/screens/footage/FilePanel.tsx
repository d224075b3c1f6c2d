import type { Clip } from '@caesura/core/plan';
import { formatTimecode, rateLabel, toNumber } from '@caesura/core/time';
import type { ClipAnalysis, FrameTimes } from '@caesura/core/footage';
import { grouped } from '../../app/format.ts';
import { sizeText } from '../../fields/SizeField.tsx';
import { shakeWords } from './shake-words.ts';
import { TakePlace } from './TakePlace.tsx';

/** What the file of a clip says of itself. */
export function FilePanel({
  clip,
  times,
  analysis,
}: {
  clip: Clip;
  times: FrameTimes | null;
  analysis: ClipAnalysis | null;
}) {
  const { rate, quarters, pixelAspect, content } = clip;
  const spacing = times?.ticks
    .slice(1)
    .map((t, i) => (1000 * (t - times.ticks[i]!)) / times.ticksPerSecond);
  const facts: readonly (readonly [string, string])[] = [
    ['File', clip.fileName ?? 'entered by hand'],
    ['Rate', `${rateLabel(rate)} fps, exactly ${rate.num}/${rate.den}`],
    ['Frames', `${grouped(clip.frames)} f, ${(clip.frames / toNumber(rate)).toFixed(3)} s`],
    [
      'Spacing',
      spacing
        ? `variable: ${grouped(times!.ticks.length)} stored frames, ${Math.min(...spacing).toFixed(1)} to ${Math.max(...spacing).toFixed(1)} ms apart`
        : 'constant',
    ],
    ['Size', `${sizeText(clip.size)} as shown`],
    ['Turned', quarters ? `${quarters * 90}° clockwise` : 'no'],
    ['Pixels', pixelAspect ? `${pixelAspect.num}:${pixelAspect.den}, not square` : 'square'],
    ['Starts at', formatTimecode(clip.start, rate, clip.dropFrame)],
    ['Coding', clip.codec ?? 'not known'],
    ...(analysis ? [['Shake', shakeWords(analysis, clip)] as const] : []),
    ['Known by', content ? `its content, ${content.slice(0, 12)}` : 'its name only'],
  ];
  return (
    <div className="clip-panel">
      <TakePlace clip={clip} />
      <dl className="facts">
        {facts.map(([name, value]) => [
          <dt key={name}>{name}</dt>,
          <dd key={`${name} is`}>{value}</dd>,
        ])}
      </dl>
    </div>
  );
}
