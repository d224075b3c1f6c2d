// Which licences the packages have, which of them run programs when they are installed, and the
// notice of what is shipped: plain Node on npm's lock file, so that it works before anything is
// installed.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Licences under which the product may be given on, with their notice; by SPDX name. */
const SHIPPED = new Set([
  ...['MIT', 'ISC', '0BSD', 'BSD-2-Clause', 'BSD-3-Clause', 'Apache-2.0', 'BlueOak-1.0.0'],
  ...['MPL-2.0', 'OFL-1.1', 'MIT-0', 'CC0-1.0', 'Python-2.0'],
]);
/** Licences of tools that stay here, beside those. */
const TOOLS = new Set([...SHIPPED, 'CC-BY-4.0', 'CC-BY-3.0', 'Unlicense', 'WTFPL']);
/** Packages of which it is known what they do when they are installed: nothing is fetched. */
const MAY_INSTALL = new Set(['esbuild', '@parcel/watcher']);

/** The licences that an SPDX expression asks for, without its words and brackets. */
const namesOf = (expression) =>
  expression
    .replaceAll(/[()]/g, ' ')
    .split(/\s+(?:AND|OR|WITH)\s+/)
    .map((name) => name.trim())
    .filter(Boolean);

/** The packages of a lock file: name, version, licence, whether shipped, whether it has scripts. */
export function packagesOf(lock) {
  const own = new Set(['@caesura/core', '@caesura/server', '@caesura/web']);
  return Object.entries(lock.packages)
    .filter(([place, entry]) => place.includes('node_modules/') && !entry.link)
    .map(([place, entry]) => ({
      place,
      name: place.slice(place.lastIndexOf('node_modules/') + 'node_modules/'.length),
      version: entry.version ?? '',
      licence: entry.license ?? null,
      isShipped: !entry.dev && !entry.devOptional,
      isOptional: entry.optional === true,
      hasScript: entry.hasInstallScript === true,
    }))
    .filter(({ name }) => !own.has(name))
    .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1));
}

/** What is wrong with packages: licences that are missing or not known, scripts that run. */
export const problemsOf = (packages) =>
  packages.flatMap(({ name, version, licence, isShipped, hasScript }) => [
    ...(licence === null
      ? isShipped
        ? [`${name} ${version} is shipped and names no licence.`]
        : []
      : namesOf(licence).every((one) => (isShipped ? SHIPPED : TOOLS).has(one))
        ? []
        : [`${name} ${version} has the licence ${licence}, which was not looked at.`]),
    ...(hasScript && !MAY_INSTALL.has(name)
      ? [`${name} ${version} runs a program when it is installed.`]
      : []),
  ]);

/** The text of a package's licence, from its folder; null where there is none. */
function licenceText(folder) {
  if (!existsSync(folder)) return null;
  const file = readdirSync(folder)
    .filter((name) => /^(licen[cs]e|copying)([.-].*)?$/i.test(name))
    .sort()[0];
  if (!file) return null;
  const text = readFileSync(path.join(folder, file), 'utf8').replaceAll('\r', '').trim();
  // What the Apache Licence has after its terms says how to use it for works of one's own.
  return text.replace(/(END OF TERMS AND CONDITIONS)[^]*$/, '$1') || null;
}

/** The notice of all that is shipped: each package with its licence, and the texts of these. */
export function noticeOf(packages, root) {
  const shipped = packages.filter(({ isShipped }) => isShipped);
  const lines = shipped.map(
    ({ name, version, licence }) => `- ${name} ${version}: ${licence ?? 'no licence named'}`,
  );
  const texts = new Map();
  for (const { place, name, isOptional } of shipped) {
    // What is there on some machines alone has the licence of the package that asks for it.
    const text = isOptional ? null : licenceText(path.join(root, place));
    if (text !== null) texts.set(text, [...(texts.get(text) ?? []), name]);
  }
  const parts = [...texts].map(
    ([text, names]) =>
      `## ${names.join(', ')}\n\n\`\`\`text\n${text.replaceAll('```', "'''")}\n\`\`\``,
  );
  return `# Notice

Caesura is shipped with these packages, fonts among them, each under its own licence. Written by \`npm run audit:licences -- --write\`.

${lines.join('\n')}

${parts.join('\n\n')}
`;
}

/** Lists licences and install scripts, and sees that the notice is as it has to be. */
export function licencesReport(root) {
  const lock = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8'));
  const packages = packagesOf(lock);
  const counts = new Map();
  for (const { licence, isShipped } of packages) {
    const key = `${licence ?? 'none named'}${isShipped ? ', shipped' : ''}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  const scripts = packages.filter(({ hasScript }) => hasScript).map(({ name }) => name);
  const notice = noticeOf(packages, root);
  const file = path.join(root, 'NOTICE.md');
  const isStale = !existsSync(file) || readFileSync(file, 'utf8') !== notice;
  return {
    lines: [
      ...[...counts].sort().map(([key, count]) => `${String(count).padStart(5)}  ${key}`),
      `Run programs when installed: ${scripts.join(', ') || 'none'}.`,
    ],
    notice,
    problems: [
      ...problemsOf(packages),
      ...(isStale ? ['NOTICE.md is not of these packages: npm run audit:licences -- --write'] : []),
    ],
  };
}
