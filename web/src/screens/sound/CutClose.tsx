import { partsOf, usedPlaces, type Plan } from '@caesura/core/plan';
import type { Line } from '@caesura/core/film';
import type { EffectFacts } from '@caesura/core/sound';
import { instantOfFrame, samples, seconds, toNumber } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useOutline } from '../../app/use-media.ts';
import { Hairpin } from '../../components/Hairpin.tsx';
import { percentOn, rangeOn } from '../../components/place.ts';
import { Wave } from '../../components/Wave.tsx';

/** The wave of the music over a stretch of the film, part by part. */
function MusicWave({ plan, line }: { plan: Plan; line: Line }) {
  const { music } = plan;
  const outline = useOutline(music?.outline ?? null);
  if (!music || !outline) return null;
  const { sampleRate } = music.analysis;
  const place = toNumber(instantOfFrame(music.place, plan.rate));
  return partsOf(music).map(({ from, to, before }) => {
    const start = place + before / sampleRate;
    const end = start + (to - from) / sampleRate;
    const [left, right] = [Math.max(line.from, start), Math.min(line.to, end)];
    if (left >= right) return null;
    const offset = from / sampleRate - start;
    return (
      <div
        key={before}
        className="wave-part"
        style={{
          left: `${percentOn(line, left)}%`,
          width: `${(100 * (right - left)) / line.span}%`,
        }}
      >
        <Wave
          outline={outline}
          line={{ ...line, from: seconds(left), to: seconds(right), span: seconds(right - left) }}
          offset={offset}
        />
      </div>
    );
  });
}

/** One effect under the music: its wave as it sounds there, its hairpin, its level. */
function EffectRow({ facts, line, chosen }: { facts: EffectFacts; line: Line; chosen: boolean }) {
  const { effect, placement, rate, peaks, gain, starts, ends } = facts;
  const outline = useOutline(effect.outline);
  const { measure, sampleRate } = effect;
  // A bed begins with its first audible sample; all others lie by their peak.
  const [sample, at] = placement.kind === 'bed' ? [measure.from, starts] : [measure.peak, peaks];
  const [from, to] = [Math.max(line.from, starts), Math.min(line.to, ends)];
  const seen = rangeOn(line, from, to);
  const inFile = (t: number) => seconds(sample / sampleRate + (t - at) * rate);
  return (
    <div className={`effect-row${chosen ? ' is-chosen' : ''}${placement.off ? ' is-out' : ''}`}>
      {outline && seen && (
        <div className="effect-sound" style={{ left: `${seen.left}%`, width: `${seen.width}%` }}>
          <Wave
            outline={outline}
            line={{
              ...line,
              from: inFile(from),
              to: inFile(to),
              span: seconds((to - from) * rate),
            }}
            offset={0}
          />
        </div>
      )}
      <Hairpin facts={facts} line={line} />
      <span className="effect-name">
        {effect.name} <b className="figures">{signed(gain, 1)} dB</b>
      </span>
    </div>
  );
}

/**
 * A stretch of the film close up: the music, the cuts through it, and every effect that is heard
 * there.
 */
export function CutClose({
  plan,
  line,
  cuts,
  cut,
  effects,
}: {
  plan: Plan;
  line: Line;
  /** Frames of the cuts, from cut 1. */
  cuts: readonly number[];
  cut: number;
  effects: readonly EffectFacts[];
}) {
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  const here = effects.filter(({ starts, ends }) => ends > line.from && starts < line.to);
  const beats = plan.music
    ? plan.music.analysis.beats.flatMap(({ at }) =>
        usedPlaces(partsOf(plan.music!), samples(at)).map(
          (after) => timeOf(plan.music!.place) + after / plan.music!.analysis.sampleRate,
        ),
      )
    : [];
  return (
    <div className="cut-close" role="group" aria-label={`Sound at cut ${cut}`}>
      <div className="close-music">
        <MusicWave plan={plan} line={line} />
        {beats
          .filter((at) => at > line.from && at < line.to)
          .map((at) => (
            <i key={at} className="close-beat" style={{ left: `${percentOn(line, at)}%` }} />
          ))}
      </div>
      {here.map((facts) => (
        <EffectRow
          key={facts.placement.id}
          facts={facts}
          line={line}
          chosen={facts.at.cut === cut}
        />
      ))}
      {here.length === 0 && <p className="close-none">No effect is heard here.</p>}
      {cuts.map((frame, i) => {
        const at = timeOf(frame);
        return at <= line.from || at >= line.to ? null : (
          <i
            key={frame}
            className={`close-cut${i + 1 === cut ? ' is-open' : ''}`}
            style={{ left: `${percentOn(line, at)}%` }}
          >
            <b className="figures">{i + 1}</b>
          </i>
        );
      })}
    </div>
  );
}
