import { frames, type Frames } from '../../time/index.ts';
import { freshId, type Plan } from '../index.ts';

/** Keeps a remark at a frame. */
export function addNote(plan: Plan, frame: Frames, text: string): Plan {
  const note = {
    id: freshId('note-', plan.notes),
    frame: frames(Math.max(0, frame)),
    text: text.trim(),
  };
  return { ...plan, notes: [...plan.notes, note].sort((a, b) => a.frame - b.frame) };
}

/** Changes the words of a remark. */
export const changeNote = (plan: Plan, id: string, text: string): Plan => ({
  ...plan,
  notes: plan.notes.map((note) => (note.id === id ? { ...note, text: text.trim() } : note)),
});

/** Takes a remark away. */
export const removeNote = (plan: Plan, id: string): Plan => ({
  ...plan,
  notes: plan.notes.filter((n) => n.id !== id),
});
