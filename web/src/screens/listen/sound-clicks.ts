import { correctedBeats, usedCues } from '@caesura/core/film';
import type { CueKind, Sound } from '@caesura/core/plan';
import { seconds, type Samples } from '@caesura/core/time';
import type { Click, ClickSound } from '../../sound/click.ts';
import { routeTimes, type Route } from '../../sound/route.ts';

/**
 * Clicks that sound along a route through a file: of all beats, the downbeats marked, if wanted,
 * and a tick on each used cue of one kind.
 */
export function clicksOf(
  sound: Sound,
  beats: boolean,
  tick: CueKind | null,
): (route: Route) => Click[] {
  const rate = sound.analysis.sampleRate;
  const heard = correctedBeats(sound);
  const downbeats = new Set(heard.downbeats);
  const ticks = tick === null ? [] : usedCues(sound).filter((c) => c.kind === tick);
  const clicks: { at: Samples; as: ClickSound }[] = [
    ...(beats
      ? heard.beats.map((b, i) => ({
          at: b.at,
          as: downbeats.has(i) ? ('accent' as const) : ('beat' as const),
        }))
      : []),
    ...ticks.map((c) => ({ at: c.at, as: 'tick' as const })),
  ];
  return (route) =>
    clicks.flatMap(({ at, as }) =>
      routeTimes(route, seconds(at / rate)).map((after): Click => ({ after, sound: as })),
    );
}
