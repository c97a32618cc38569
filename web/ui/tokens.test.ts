import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { TOKENS } from './tokens.ts';

const css = readFileSync(new URL('./tokens.css', import.meta.url), 'utf8');
const cssValue = (name: string) =>
  new RegExp(`--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}: (#[0-9a-f]+);`).exec(css)?.[1];

/** Relative luminance and contrast by WCAG 2.x (from memory). */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const value = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string): number => {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
};

describe('colours stand twice, in tokens.ts and tokens.css', () => {
  it.each(Object.entries(TOKENS))('%s is the same in both', (name, value) => {
    expect(cssValue(name)).toBe(value.toLowerCase());
  });
});

describe('text contrast is AA', () => {
  it.each([
    [TOKENS.ink, TOKENS.paper],
    [TOKENS.muted, TOKENS.paper],
    [TOKENS.muted, TOKENS.surface],
    [TOKENS.surface, TOKENS.ember],
    [TOKENS.ok, TOKENS.paper],
    [TOKENS.caution, TOKENS.paper],
    [TOKENS.stop, TOKENS.paper],
    [TOKENS.note, TOKENS.surface],
    ['#8797A5', TOKENS.night],
  ])('%s on %s', (text, ground) => expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5));
});
