import { nanoid } from '@reduxjs/toolkit';
import { useCallback, useMemo, useState } from 'react';
import { clipOfFile } from '@caesura/core/edits';
import { newPlan, type Clip } from '@caesura/core/plan';
import { useTask, type Task } from '../../app/use-task.ts';
import { readFile } from '../../files/read-file.ts';
import type { Come, OpenPlan } from './use-film-reading.ts';

/** A video file that was dropped beside a film, as the clip that it will be. */
interface DroppedClip {
  readonly file: File;
  readonly clip: Clip;
}

/** Video files that are read beside a film, before it is a plan. */
export interface DroppedClips extends Pick<Task, 'working' | 'stop'> {
  readonly dropped: readonly DroppedClip[];
  readonly add: (files: readonly File[]) => void;
}

/** Reads what dropped video files say of themselves, one after the other. */
export function useDroppedClips(): DroppedClips {
  const { working, run, stop } = useTask();
  const [dropped, setDropped] = useState<readonly DroppedClip[]>([]);
  const add = useCallback(
    (files: readonly File[]) =>
      run(async (onStage, signal) => {
        for (const [i, file] of files.entries()) {
          const tell = (part: number) => onStage(`Reading ${file.name}`, (i + part) / files.length);
          tell(0);
          const { content, facts } = await readFile(file, tell, signal);
          signal.throwIfAborted();
          const clip = clipOfFile(nanoid(), file.name, content, facts);
          setDropped((before) =>
            before.some((one) => one.clip.content === content)
              ? before
              : [...before, { file, clip }],
          );
        }
      }),
    [run],
  );
  return { dropped, add, working, stop };
}

/** The plan that a film is laid beside, with the clips that were dropped and are not in it. */
export function useWithDropped(
  open: Come<OpenPlan | null>,
  dropped: readonly DroppedClip[],
): Come<OpenPlan | null> {
  return useMemo(() => {
    if (open.is !== 'here' || dropped.length === 0) return open;
    const plan = open.value?.plan ?? newPlan('Film cut elsewhere');
    const known = new Set(plan.clips.map(({ content }) => content));
    const more = dropped.flatMap(({ clip }) => (known.has(clip.content) ? [] : [clip]));
    const clips = [...plan.clips, ...more];
    return { is: 'here', value: { id: open.value?.id ?? 'none', plan: { ...plan, clips } } };
  }, [open, dropped]);
}
