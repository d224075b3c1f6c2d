import path from 'node:path';
import { expect, it } from 'vitest';
import { settingsFrom } from './settings.ts';

it('listens on loopback with its data in the repository unless told otherwise', () => {
  expect(settingsFrom({ CAESURA_ROOT: '/opt/caesura' })).toEqual({
    host: '127.0.0.1',
    port: 4377,
    data: path.resolve('/opt/caesura/data'),
    root: path.resolve('/opt/caesura'),
    mediaLimit: 2_000_000_000,
  });
  const moved = settingsFrom({
    CAESURA_ROOT: '/a',
    CAESURA_DATA: '/b',
    CAESURA_PORT: '0',
    CAESURA_MEDIA_LIMIT: '5',
  });
  expect(moved).toMatchObject({ data: path.resolve('/b'), port: 0, mediaLimit: 5 });
});

it.each([
  [{ CAESURA_PORT: '99999' }, 'CAESURA_PORT'],
  [{ CAESURA_PORT: 'door' }, 'CAESURA_PORT'],
  [{ CAESURA_MEDIA_LIMIT: '0' }, 'CAESURA_MEDIA_LIMIT'],
])('refuses %o by name', (environment, name) => {
  expect(() => settingsFrom({ CAESURA_ROOT: '/a', ...environment })).toThrow(
    `The setting ${name} is not possible`,
  );
});
