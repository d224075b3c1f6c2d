import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const ROOT = path.join(import.meta.dirname, '..');
const read = (file: string): string => readFileSync(path.join(ROOT, file), 'utf8');

/** Folders of what is installed, built or kept, and of no file of the project. */
const NOT_OURS = new Set(['node_modules', 'dist', '.cache', '.git', 'data']);

const filesIn = (folder: string): string[] =>
  readdirSync(path.join(ROOT, folder), { withFileTypes: true })
    .filter(({ name }) => !NOT_OURS.has(name))
    .flatMap((entry) => {
      const file = path.posix.join(folder, entry.name);
      return entry.isDirectory() ? filesIn(file) : [file];
    });

const files = filesIn('.');
const pages = files.filter((file) => /^([A-Z]+|docs\/[\w-]+)\.md$/.test(file));
/** Every file, and every folder, by the ends of its path. */
const places = new Set(
  files.flatMap((file) => {
    const parts = file.split('/');
    return parts.flatMap((_, from) =>
      parts.slice(from).map((_, i) => parts.slice(from, from + i + 1).join('/')),
    );
  }),
);
/** What a running server makes. */
const MADE = new Set(['data', 'incoming', 'media', 'owner.json']);

const words = new Set(
  files
    .filter((file) => /\.(ts|tsx|mjs|py)$|package\.json$/.test(file))
    .flatMap((file) => read(file).match(/[A-Za-z_]\w*/g) ?? []),
);
const scripts = Object.keys(
  (JSON.parse(read('package.json')) as { scripts: Record<string, string> }).scripts,
);

/** What a page says in the type of code, but for its blocks. */
const quoted = (page: string): string[] =>
  [
    ...read(page)
      .replace(/```.*?```/gs, '')
      .matchAll(/`([^`\n]+)`/g),
  ].map(([, text]) => text!);

const isPlace = (text: string): boolean =>
  /^[a-z][\w.-]*(\/[\w.-]*)+$/.test(text) || /^[\w-]+\.(ts|tsx|mjs|py|json)$/.test(text);

describe.each(pages)('the page %s', (page) => {
  it('names files and folders that are there', () => {
    const missing = quoted(page)
      .filter(isPlace)
      .map((text) => text.replace(/\/$/, ''))
      .filter((text) => !places.has(text) && !MADE.has(text));
    expect(missing).toEqual([]);
  });

  it('names what the code names', () => {
    const names = quoted(page)
      .map((text) => /^([a-z]+[A-Z]\w*|[A-Z]\w+)(?=$|\()/.exec(text)?.[1])
      .filter((name) => name !== undefined);
    expect(names.filter((name) => !words.has(name))).toEqual([]);
  });

  it('links to pages and pictures that are there', () => {
    const missing = [...read(page).matchAll(/\]\(([^)#\s]+)[^)]*\)/g)]
      .map(([, link]) => link!)
      .filter((link) => !/^[a-z]+:/.test(link))
      .map((link) => path.posix.normalize(path.posix.join(path.dirname(page), link)))
      .filter((link) => !places.has(link));
    expect(missing).toEqual([]);
  });

  it('gives commands that there are', () => {
    const commands = [...read(page).matchAll(/npm (?:run (?:-s )?)?([a-z][\w:-]*)/g)]
      .map(([, name]) => name!)
      .filter((name) => !['ci', 'run', 'install'].includes(name));
    expect(commands.filter((name) => !scripts.includes(name))).toEqual([]);
  });
});

it('shows every picture in the list of pictures, and no more than twenty', () => {
  const pictures = files.filter((file) => /^docs\/screenshots\/.*\.png$/.test(file));
  const shown = [...read('README.md').matchAll(/\((docs\/screenshots\/[^)]+)\)/g)].map(
    ([, file]) => file!,
  );
  expect(pictures.filter((file) => !shown.includes(file))).toEqual([]);
  expect(pictures.length).toBeLessThan(20);
});
