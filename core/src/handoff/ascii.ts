/**
 * Letters and marks that no decomposition turns into ASCII, with what stands for them; common
 * practice, no source.
 */
const STAND_INS: ReadonlyMap<string, string> = new Map([
  ['ß', 'ss'],
  ['ẞ', 'SS'],
  ['æ', 'ae'],
  ['Æ', 'AE'],
  ['œ', 'oe'],
  ['Œ', 'OE'],
  ['ø', 'o'],
  ['Ø', 'O'],
  ['đ', 'd'],
  ['Đ', 'D'],
  ['ł', 'l'],
  ['Ł', 'L'],
  ['ð', 'd'],
  ['þ', 'th'],
  ['ı', 'i'],
  ['–', '-'],
  ['—', '-'],
  ['−', '-'],
  ['×', 'x'],
  ['’', "'"],
  ['‘', "'"],
  ['“', '"'],
  ['”', '"'],
]);

/**
 * Text in ASCII that every reader takes: accents go, known letters have stand-ins, others are
 * written as {hexadecimal}.
 */
export const asciiText = (text: string): string =>
  [...text.normalize('NFKD').replaceAll(/\p{M}/gu, '')]
    .map((letter) => {
      if (/[\x20-\x7e]/.test(letter)) return letter;
      return (
        STAND_INS.get(letter) ??
        (/\s/.test(letter) ? ' ' : `{${letter.codePointAt(0)!.toString(16)}}`)
      );
    })
    .join('')
    .trim();
