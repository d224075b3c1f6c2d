import { expect, it } from 'vitest';
import { STEPS } from '../app/shell/Steps.tsx';
import { PAGES } from './pages.ts';
import { WORDS } from './words.ts';

it('has a page for every step, under its name, with words that are explained', () => {
  expect(Object.keys(PAGES)).toEqual(STEPS.map(({ path }) => path));
  for (const { path, name } of STEPS) {
    const page = PAGES[path]!;
    expect(page.name).toBe(name);
    expect(new Set(page.does).size).toBe(4);
    for (const word of page.words) expect(WORDS, `${path}: ${word}`).toHaveProperty(word);
  }
});

it('explains every word in one sentence, and has none that no page needs', () => {
  const needed = new Set(Object.values(PAGES).flatMap(({ words }) => words));
  const texts = Object.values(PAGES)
    .flatMap(({ purpose, does }) => [purpose, ...does])
    .join(' ');
  for (const [word, says] of Object.entries(WORDS)) {
    expect(says).toMatch(/^[A-Z].*\.$/);
    expect(needed.has(word) || texts.includes(word), word).toBe(true);
  }
});
