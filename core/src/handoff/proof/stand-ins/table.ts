/** Rows of fields of a table of comma-separated values (RFC 4180). */
export function rowsOf(text: string): string[][] {
  const rows: string[][] = [];
  let [row, field, quoted] = [[] as string[], '', false];
  const end = () => {
    // An apostrophe before what would be a formula says that it is text.
    row.push(/^'+[-=+@\t\r]/.test(field) ? field.slice(1) : field);
    field = '';
  };
  for (let i = 0; i < text.length; i++) {
    const letter = text[i]!;
    if (quoted && letter === '"' && text[i + 1] === '"') {
      field += '"';
      i++;
    } else if (letter === '"') quoted = !quoted;
    else if (!quoted && letter === ',') end();
    else if (!quoted && (letter === '\n' || letter === '\r')) {
      if (letter === '\r' && text[i + 1] === '\n') i++;
      end();
      rows.push(row);
      row = [];
    } else field += letter;
  }
  if (field !== '' || row.length > 0) {
    end();
    rows.push(row);
  }
  return rows;
}

/** Rows by the names of the first one. */
export function recordsOf(text: string): Map<string, string>[] {
  const [names = [], ...rows] = rowsOf(text.replace(/^\uFEFF/, ''));
  return rows.map(
    (row) => new Map(names.map((name, i) => [name.trim().toLowerCase(), row[i] ?? ''])),
  );
}
