import path from 'node:path';
import { expect, it } from 'vitest';
import { licencesReport, packagesOf, problemsOf } from './licences.mjs';

const ROOT = path.resolve(import.meta.dirname, '..');

it('finds licences that were not looked at, that are missing, and programs that run at install', () => {
  const packages = packagesOf({
    packages: {
      '': { name: 'own' },
      'node_modules/good': { version: '1.0.0', license: 'MIT' },
      'node_modules/both': { version: '1.0.0', license: '(MIT OR Apache-2.0)' },
      'node_modules/strong': { version: '2.0.0', license: 'AGPL-3.0' },
      'node_modules/good/node_modules/none': { version: '3.0.0' },
      'node_modules/tool': { version: '1.0.0', license: 'CC-BY-4.0', dev: true },
      'node_modules/shipped': { version: '1.0.0', license: 'CC-BY-4.0' },
      'node_modules/runs': { version: '1.0.0', license: 'MIT', hasInstallScript: true, dev: true },
      'node_modules/@caesura/core': { link: true },
    },
  });
  expect(packages).toHaveLength(7);
  expect(problemsOf(packages)).toEqual([
    'none 3.0.0 is shipped and names no licence.',
    'runs 1.0.0 runs a program when it is installed.',
    'shipped 1.0.0 has the licence CC-BY-4.0, which was not looked at.',
    'strong 2.0.0 has the licence AGPL-3.0, which was not looked at.',
  ]);
});

it('finds nothing wrong here, and its notice has the fonts', () => {
  const { problems, notice } = licencesReport(ROOT);
  expect(problems).toEqual([]);
  for (const name of ['ibm-plex-mono', 'ibm-plex-sans', 'newsreader'])
    expect(notice).toMatch(new RegExp(`- @fontsource/${name} [\\d.]+: OFL-1\\.1`));
  expect(notice).toContain('SIL OPEN FONT LICENSE');
});
