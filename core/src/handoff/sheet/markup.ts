/** Text as it stands in HTML, also within the quotes of an attribute. */
const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.codePointAt(0)};`);

/** A cell of a table: words, or figures that are set in columns. */
export interface Cell {
  readonly text: string | number;
  readonly figures?: boolean;
}

const cellOf = ({ text, figures }: Cell): string =>
  `<td${figures ? ' class="figures"' : ''}>${escaped(String(text))}</td>`;

/**
 * A table with a caption and a head that is repeated on every page; nothing where there are no
 * rows.
 */
export function table(
  caption: string,
  head: readonly string[],
  rows: readonly (readonly Cell[])[],
): string {
  if (rows.length === 0) return '';
  const heads = head.map((name) => `<th scope="col">${escaped(name)}</th>`).join('');
  const body = rows.map((cells) => `<tr>${cells.map(cellOf).join('')}</tr>`).join('\n');
  return `<table>\n<caption>${escaped(caption)}</caption>\n<thead><tr>${heads}</tr></thead>\n<tbody>\n${body}\n</tbody>\n</table>`;
}

const STYLE = `
@page { size: A4 landscape; margin: 12mm; }
body { margin: 1.5rem; font: 9pt/1.35 system-ui, sans-serif; color: #1a1d23; background: #fff; }
@media print { body { margin: 0; } }
h1 { margin: 0; font: 600 16pt/1.2 Georgia, serif; }
p { margin: 0.2rem 0 0; }
table { width: 100%; margin-top: 1rem; border-collapse: collapse; }
caption { padding-bottom: 0.2rem; font-weight: 600; text-align: left; }
thead { display: table-header-group; }
th { border-bottom: 1.5px solid; font-weight: 600; text-align: left; vertical-align: bottom; }
td { border-bottom: 0.5px solid #bbb; vertical-align: top; }
th, td { padding: 0.15rem 0.4rem 0.15rem 0; }
tr { break-inside: avoid; }
.figures { font-family: ui-monospace, monospace; font-size: 8pt; white-space: nowrap; }
`;

/** A page of its own, with nothing from elsewhere. `lines` stand under the title. */
export const page = (title: string, lines: readonly string[], parts: readonly string[]): string =>
  [
    '<!doctype html>',
    '<html lang="en">',
    `<head><meta charset="utf-8"><title>${escaped(title)}</title><style>${STYLE}</style></head>`,
    '<body>',
    `<h1>${escaped(title)}</h1>`,
    ...lines.map((line) => `<p>${escaped(line)}</p>`),
    ...parts.filter((part) => part !== ''),
    '</body>',
    '</html>',
    '',
  ].join('\n');
