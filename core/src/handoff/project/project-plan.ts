import type { Clip, Plan } from '../../plan/index.ts';

/** A clip without its small copies: its file makes them anew where it is dropped. */
function withoutCopiesOf(clip: Clip): Clip {
  const { proxy: _proxy, sound: _sound, ...rest } = clip;
  return rest;
}

/** A plan as it goes to another machine without small copies of pictures and sound of clips. */
export const withoutCopies = (plan: Plan): Plan => ({
  ...plan,
  clips: plan.clips.map(withoutCopiesOf),
});

/** The kept files that a plan points to, each once: sounds, outlines, pictures, what was seen. */
export function mediaOfPlan({ music, sounds, effectFiles, clips }: Plan): string[] {
  const all = [
    ...[...(music ? [music] : []), ...sounds].flatMap(({ media, outline, chromaAndTimbre }) => [
      media,
      outline,
      chromaAndTimbre,
    ]),
    ...effectFiles.flatMap(({ media, outline }) => [media, outline]),
    ...clips.flatMap(({ poster, strip, proxy, movement, times, sound }) => [
      ...[poster, strip, proxy, movement, times, sound?.media, sound?.outline],
    ]),
  ];
  return [...new Set(all.filter((id): id is string => typeof id === 'string'))];
}
