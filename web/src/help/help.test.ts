import { expect, it } from 'vitest';
import { STEPS } from '../app/shell/Steps.tsx';
import { PAGES, pageAt } from './pages.ts';
import { meaningOf, WORDS } from './words.ts';

it('has a page for every screen, steps under their names, with words that are explained', () => {
  const others = ['plans', 'read', 'rule'];
  expect(Object.keys(PAGES)).toEqual([...others, ...STEPS.map(({ path }) => path)]);
  for (const { path, name } of STEPS) expect(PAGES[path]!.name).toBe(name);
  for (const [path, page] of Object.entries(PAGES)) {
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

it('opens at the screen of an address, and knows labels that stand for a word', () => {
  expect(pageAt('/plans').name).toBe('Plans');
  expect(pageAt('/rule/handles').name).toBe('Slide rule');
  expect(pageAt('/plans/abc/sound/4').name).toBe('Sound');
  expect(meaningOf('Splices')).toBe(WORDS.splice);
  expect(meaningOf('True peak')).toBe(WORDS['true peak']);
  expect(meaningOf('Target length')).toBe(WORDS.target);
  expect(meaningOf('Name')).toBeNull();
});
