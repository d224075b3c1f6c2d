import { useEffect, useMemo } from 'react';
import {
  copiedText,
  pastedRange,
  pastedSpeeds,
  readCopied,
  type Copied,
  type EffectPlace,
} from '@caesura/core/copying';
import { leftWords } from '@caesura/core/edits';
import { filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, frames, inWords, plural, type Frames } from '@caesura/core/time';
import { useEdit } from './hooks.ts';
import type { KeyGroup } from './key-groups.ts';
import { noticed, problem } from './notices.ts';
import { useAppDispatch } from './store.ts';
import { useLatest } from './use-latest.ts';

/** Where what is pasted goes, by what it is. */
export interface Targets {
  /** Shots go over the film from here on. */
  readonly from: Frames;
  /** Moves go on these cuts. */
  readonly cuts: readonly number[];
  /** Speeds go on these shots. */
  readonly shots: readonly number[];
  /** Effects and phrases go here. */
  readonly places: readonly EffectPlace[];
}

/** Copies and pastes, by the keys of the browser or from a menu. */
export interface Copying {
  readonly keys: readonly KeyGroup[];
  readonly copy: () => void;
  readonly paste: () => void;
}

/** What was copied, in words. */
export function copiedWords({ kind, plan }: Copied): string {
  const { shots = [], length = 0 } = plan.score ?? {};
  switch (kind) {
    case 'shots':
      return `Copied ${plural(shots.length, 'shot')}, ${plural(length, 'frame')}.`;
    case 'move':
      return 'Copied the move of the cut.';
    case 'phrase':
      return 'Copied the phrase.';
    case 'speeds':
      return 'Copied the speeds of the shot.';
    case 'effects':
      return `Copied ${plural(plan.effects.length, 'effect')}.`;
  }
}

const numbers = (one: string, all: readonly number[]): string =>
  `${one}${all.length === 1 ? '' : 's'} ${inWords(all.map(String))}`;

/** What a paste did beside its aim or left undone, in words, told with what it did. */
export function pastedWords(plan: Plan, copied: Copied, to: Targets): string {
  switch (copied.kind) {
    case 'shots': {
      const range = pastedRange(plan, copied, to.from);
      const gone = filmOf(plan).shots.filter(
        ({ index, start }) => index > 0 && start > range.from && start < range.to,
      ).length;
      return [
        `Pasted over frames ${range.from} to ${range.to - 1}.`,
        gone > 0 ? `${plural(gone, 'cut')} lay there.` : '',
        range.cutOff > 0
          ? `The last ${plural(range.cutOff, 'frame')} would lie after the end of the film and ${range.cutOff === 1 ? 'was' : 'were'} left out.`
          : '',
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'move':
      return `The move is on ${numbers('cut', to.cuts)}.`;
    case 'speeds': {
      const { left } = pastedSpeeds(plan, copied, to.shots);
      const put = to.shots.filter((shot) => left.every((one) => one.shot !== shot));
      const named = numbers(
        'shot',
        put.map((shot) => shot + 1),
      );
      return `The speeds are on ${named}. ${leftWords(left)}`.trim();
    }
    case 'effects':
    case 'phrase':
      return `Pasted at ${numbers(
        'frame',
        to.places.map(({ frame }) => frame),
      )}.`;
  }
}

/** Text that is marked, or a field that is typed in, is the browser's business. */
const isText = (target: EventTarget | null): boolean =>
  document.querySelector('.modal.show') !== null ||
  (target instanceof Element &&
    target.closest('input:not([type="checkbox"], [type="radio"]), textarea, select') !== null);

/**
 * Copies from a screen and pastes into it, as text on the clipboard of the system: between plans,
 * tabs and browsers as well. `copy` throws where there is nothing to copy; `onto` says where what
 * is pasted goes.
 */
export function useCopying(plan: Plan, copy: () => Copied, onto: () => Targets): Copying {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  /** The text of what is copied, once it has been told; null where there is nothing. */
  const text = (): string | null => {
    try {
      const copied = copy();
      dispatch(noticed({ kind: 'done', message: copiedWords(copied), until: 'edited' }));
      return copiedText(copied);
    } catch (error) {
      dispatch(problem(error, 'edited'));
      return null;
    }
  };
  const put = (copied: Copied, to: Targets): boolean => {
    switch (copied.kind) {
      case 'shots':
        return edit('pasteShots', copied, to.from);
      case 'move':
        return edit('pasteMove', copied, to.cuts);
      case 'phrase':
        return edit(
          'pastePhrase',
          copied,
          to.places.map(({ frame }) => frame),
        );
      case 'speeds':
        return edit('pasteSpeeds', copied, to.shots);
      case 'effects':
        return edit('pasteEffects', copied, to.places);
    }
  };
  const take = (pasted: string): boolean => {
    try {
      const copied = readCopied(pasted);
      if (!copied) return false;
      const to = onto();
      if (put(copied, to))
        dispatch(noticed({ kind: 'done', message: pastedWords(plan, copied, to) }));
    } catch (error) {
      dispatch(problem(error, 'edited'));
    }
    return true;
  };
  const onCopy = useLatest((event: ClipboardEvent) => {
    if (isText(event.target) || getSelection()?.isCollapsed === false) return;
    const copied = text();
    event.preventDefault();
    if (copied !== null) event.clipboardData?.setData('text/plain', copied);
  });
  const onPaste = useLatest((event: ClipboardEvent) => {
    if (isText(event.target)) return;
    if (take(event.clipboardData?.getData('text/plain') ?? '')) event.preventDefault();
  });
  useEffect(() => {
    document.addEventListener('copy', onCopy);
    document.addEventListener('paste', onPaste);
    return () => {
      document.removeEventListener('copy', onCopy);
      document.removeEventListener('paste', onPaste);
    };
  }, [onCopy, onPaste]);
  const refused = (what: string, key: string): void =>
    void dispatch(
      problem(
        new CaesuraError(
          'no-clipboard',
          `The browser does not let this page ${what} the clipboard.`,
          `Press ${key}.`,
        ),
        'edited',
      ),
    );
  const copyNow = useLatest(() => {
    const copied = text();
    if (copied === null) return;
    // Away from this machine and without a certificate a page has no clipboard but by keys.
    const { clipboard } = navigator as { readonly clipboard?: Clipboard };
    if (clipboard) clipboard.writeText(copied).catch(() => refused('write to', 'Ctrl C'));
    else refused('write to', 'Ctrl C');
  });
  const pasteNow = useLatest(() => {
    const { clipboard } = navigator as { readonly clipboard?: Clipboard };
    const nothing = () =>
      dispatch(
        problem(
          new CaesuraError(
            'no-copy',
            'What is on the clipboard was not copied here.',
            'Copy shots, a move, speeds or effects first.',
          ),
          'edited',
        ),
      );
    if (!clipboard) return void refused('read', 'Ctrl V');
    clipboard.readText().then(
      (read) => {
        if (!take(read)) nothing();
      },
      () => refused('read', 'Ctrl V'),
    );
  });
  const keys = useMemo(
    (): KeyGroup[] => [
      { label: 'copy', keys: [{ combo: 'mod+c', cap: 'Ctrl C', native: true, run: copyNow }] },
      { label: 'paste', keys: [{ combo: 'mod+v', cap: 'Ctrl V', native: true, run: pasteNow }] },
    ],
    [copyNow, pasteNow],
  );
  return { keys, copy: copyNow, paste: pasteNow };
}

/** Places of a film that are cuts. */
export const cutPlaces = (plan: Plan, cuts: readonly number[]): EffectPlace[] =>
  cuts.map((cut) => ({ cut, frame: plan.score?.shots[cut]?.start ?? frames(0) }));
