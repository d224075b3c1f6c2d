import type { Plan } from '@caesura/core/plan';
import { planEdited, redo, undo } from './plan-state.ts';
import { listeners } from './store.ts';

/** Milliseconds after which several edits in a row are told as one. */
const SETTLE = 400;

let words = '';
const callers = new Set<() => void>();

/** Has something said by a screen reader, when it has said what it is saying. */
export function speak(text: string): void {
  // The same words again are said again.
  words = text === words ? `${text}\u00a0` : text;
  callers.forEach((call) => call());
}

export const spoken = {
  subscribe: (call: () => void): (() => void) => {
    callers.add(call);
    return () => callers.delete(call);
  },
  words: (): string => words,
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Tells screen readers what every edit, undo and redo did. */
export function startSpeaking(): void {
  let before: Plan | null = null;
  listeners.startListening({
    predicate: (action) => planEdited.match(action) || undo.match(action) || redo.match(action),
    effect: async (action, { getOriginalState, getState, cancelActiveListeners, delay }) => {
      const original = getOriginalState().history.present;
      before ??= original?.plan ?? null;
      cancelActiveListeners();
      await delay(SETTLE);
      const { present } = getState().history;
      const was = before;
      before = null;
      if (!was || !present || was === present.plan) return;
      const done = undo.match(action)
        ? `Undone: ${original?.label ?? 'the last step'}.`
        : redo.match(action)
          ? `Done again: ${present.label ?? 'the step'}.`
          : '';
      // Only those who edit need it.
      const { editWords } = await import('@caesura/core/handoff');
      const film = editWords(was, present.plan);
      speak(
        [done, film || (done ? '' : `${capital(present.label ?? 'changed')}.`)].join(' ').trim(),
      );
    },
  });
}
