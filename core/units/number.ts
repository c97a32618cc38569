/** 1,200 and 1.200 and 1 200: digits in threes, all parted by one sign. */
const GROUPED = /^[1-9]\d{0,2}(?:([ ,.])\d{3})(?:\1\d{3})*$/;

/**
 * Reads a number as people type it, whichever sign parts their decimals: `2.7`, `2,7`, `,5`, `1.234,5`, `1,234.5`.
 * Threes after a sign are thousands in a field of whole numbers (`isWhole`) and where the sign stands twice; otherwise
 * `1,234` is a decimal. Returns null when it is no number, or not yet: `2,` on the way to `2,7`.
 */
export function parseNumber(text: string, isWhole = false): number | null {
  const written = text
    .trim()
    .replace(/^[−–]/, '-')
    .replace(/[\s\u2009\u202f]+/g, ' ');
  const isNegative = written.startsWith('-');
  const size = isNegative ? written.slice(1).trim() : written;
  const grouped = GROUPED.exec(size);
  const signs = size.match(/[ ,.]/g) ?? [];
  let plain = size;
  if (grouped && (isWhole || signs.length > 1 || grouped[1] === ' ')) plain = size.replace(/[ ,.]/g, '');
  else if (signs.length > 1) {
    const decimalAt = Math.max(size.lastIndexOf(','), size.lastIndexOf('.'));
    if (!GROUPED.test(size.slice(0, decimalAt)) || signs.at(-1) === signs[0]) return null;
    plain = `${size.slice(0, decimalAt).replace(/[ ,.]/g, '')}.${size.slice(decimalAt + 1)}`;
  } else plain = size.replace(',', '.');
  if (!/^(?:\d+|\d*\.\d+)$/.test(plain)) return null;
  return isNegative ? -Number(plain) + 0 : Number(plain);
}
