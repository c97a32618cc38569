/** What leaves is clean: a name is a name, never a command, a line of a calendar, a formula or markup. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { spiceDeck } from '../../core/circuit/index.ts';
import { testTruck } from '../../demo/testUnit.ts';
import { calendarFile } from '../shop/calendarFile.ts';
import { temporaryFolder } from '../testing/preparedData.ts';
import { feedDiagramPdf, feedDiagramSvg } from './feedDiagramPdf.ts';
import { plainCell } from './tableCsv.ts';

describe('a sheet', () => {
  it.each([
    '=1+1',
    '+1',
    '-2+3',
    '@SUM(A1)',
    ' =1+1',
    '\u00a0=1',
    '\t=1',
    '\r=1',
    '＝1+1',
    '＋1',
    '－1',
    '＠x',
    '−1',
    '\u200b=1',
  ])('%j is led by what says that it is text', (text) => {
    expect(plainCell(text)).toBe(`'${text}`);
  });

  it('words and figures are left as they are', () => {
    for (const value of ['Lead = red', 'L1-R1', '3/4"', '', null, -5, 0]) expect(plainCell(value)).toBe(value);
  });
});

describe('a netlist', () => {
  it('a name with a line break in it stays a comment', () => {
    const deck = spiceDeck(
      'title\r\n.include /etc/passwd',
      [{ id: 'r', kind: 'resistor', a: 'x', b: '0', resistanceOhm: 1 }],
      new Map([['r', 'Lamp\n.shell rm -rf\u2028.control']]),
    );
    const lines = deck.split(/[\n\r\u2028]/).slice(1);
    expect(lines.filter((line) => /^\s*\.(include|shell|control)/.test(line))).toEqual([]);
    expect(deck).toContain('* Lamp .shell rm -rf .control');
  });
});

describe('a calendar', () => {
  it('a name cannot begin a line or an event of its own', () => {
    const evil = 'SR-07\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:forged';
    const entry = {
      id: 'one',
      from: '2026-03-11T09:00',
      to: '2026-03-11T10:00',
      title: evil,
      place: evil,
      words: evil,
    };
    const calendar = new ICAL.Component(ICAL.parse(calendarFile(evil, [entry])));
    const events = calendar.getAllSubcomponents('vevent');
    expect(events).toHaveLength(1);
    expect(new ICAL.Event(events[0]!).summary).toContain('SR-07');
  });
});

describe('a page', () => {
  it('a name with markup in it is printed as it is written', async () => {
    const { build } = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .feed({
        name: '<text>&"x',
        slot: 'hot',
        tags: 'L1 R1',
        pattern: 'quad',
        wanted: 'always',
        control: { name: '</svg>', kind: 'switch', signal: null, ratingA: 10 },
      });
    const svg = await feedDiagramSvg(build);
    expect(svg).toContain('&lt;text&gt;&amp;');
    expect(svg.match(/<\/svg>/g)).toHaveLength(1);
    const file = path.join(temporaryFolder(), 'page.pdf');
    writeFileSync(file, await feedDiagramPdf({ build, printedAt: '2026-03-11 10:00' }));
    expect(execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' })).toContain('<text>&"x');
  });
});
