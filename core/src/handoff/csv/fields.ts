/** What a spreadsheet takes for a formula: a cell that begins like one and is no number. */
const FORMULA = /^'*[=+\-@\t\r]/;
const NUMBER = /^[+-]?\d+([.,]\d+)?( ?%)?$/;
/** A cell that was marked as text. */
const MARKED = /^'+[=+\-@\t\r]/;

/**
 * A cell as it is written: one that a spreadsheet would work out as a formula has an apostrophe
 * before it, by which spreadsheets show it as text (OWASP, CSV injection). `cellRead` removes it.
 */
export const cellWritten = (text: string): string =>
  FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text;

/** A cell as it was before it was written. */
export const cellRead = (written: string): string =>
  MARKED.test(written) ? written.slice(1) : written;

const quoted = (text: string): string =>
  /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;

/**
 * One line of comma-separated values by RFC 4180: fields with commas, quotes or line ends in double
 * quotes, CRLF at the end; no field is a formula.
 */
export const csvLine = (fields: readonly (string | number)[]): string =>
  `${fields.map((field) => quoted(cellWritten(String(field)))).join(',')}\r\n`;
