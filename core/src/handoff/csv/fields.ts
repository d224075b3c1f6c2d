/**
 * One line of comma-separated values by RFC 4180: fields with commas, quotes or line ends in double
 * quotes, CRLF at the end.
 */
export const csvLine = (fields: readonly (string | number)[]): string =>
  `${fields.map((field) => (/[",\r\n]/.test(String(field)) ? `"${String(field).replaceAll('"', '""')}"` : String(field))).join(',')}\r\n`;
