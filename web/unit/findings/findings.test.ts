import { describe, expect, it } from 'vitest';
import { assess, groupFindings } from '../../../core/rules/index.ts';
import { inWords } from '../../../core/units/index.ts';
import { applied, countingIds } from '../../../demo/testUnit.ts';
import { demoUnits } from '../../../demo/world.ts';
import { sayGroup } from './sayGroup.ts';
import { ORDERS, sectionsOf, tagsOf } from './sections.ts';

const build = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds()).find(({ unit }) => unit.tag === 'SR-05')!;
const groups = groupFindings(assess(build).findings);
const groupOf = (code: string) => groups.find((group) => group.code === code)!;

describe('the list of findings', () => {
  it('loses nothing in any order, and by weight stops come first', () => {
    for (const order of ORDERS) {
      const shown = new Set(sectionsOf(build, groups, order).flatMap((section) => section.groups.map(({ id }) => id)));
      expect(shown, order).toEqual(new Set(groups.map(({ id }) => id)));
    }
    expect(sectionsOf(build, groups, 'weight').map(({ key }) => key)).toEqual(['stop', 'caution', 'note']);
    expect(sectionsOf(build, groups, 'stage')[0]).toMatchObject({ title: 'Place' });
  });

  it('by lamp a finding of several lamps stands with each of them, one of none with the unit', () => {
    const sections = sectionsOf(build, groups, 'lamp');
    for (const tag of ['L1', 'R1', 'L3', 'R3'])
      expect(
        sections.find(({ title }) => title === tag)!.groups.map(({ code }) => code),
        tag,
      ).toContain('M20');
    expect(sections.find(({ title }) => title === 'The unit')!.groups.map(({ code }) => code)).toContain('M1');
  });

  it('what stands comes last, whatever the order', () => {
    const { id, code } = groupOf('M35').findings[0]!;
    const stood = applied(build, [{ kind: 'letStand', findingId: id, code, reason: 'under the roof' }]);
    for (const order of ORDERS) {
      const last = sectionsOf(stood, groupFindings(assess(stood).findings), order).at(-1)!;
      expect(last).toMatchObject({ key: 'stands', title: 'Stands' });
      expect(last.groups).toHaveLength(1);
    }
  });

  it('says once what is the same of several lamps, without the tags that stand beside it', () => {
    const group = groupOf('M20');
    const tags = tagsOf(build, group);
    expect(tags).toEqual(['L1', 'R1', 'L3', 'R3']);
    expect(sayGroup(group, tags, (words) => inWords(words))).toEqual([
      'Leads go through the skin, and there is no gasket or grommet in the box.',
    ]);
    const [own, other] = [groupOf('M1'), groupOf('M41')];
    expect(sayGroup(own, [], (words) => inWords(words))[0]).toMatch(/^Slot 4 would carry/);
    expect(sayGroup(other, tagsOf(build, other), (words) => inWords(words))[0]).toMatch(/^Has a filament/);
  });

  it('keeps sentences apart that say different figures', () => {
    const [first, second] = groupOf('M20').findings;
    const changed = { ...second!, message: { ...second!.message, parts: ['', ': quite another thing.'] } };
    const group = { ...groupOf('M20'), findings: [first!, changed] };
    expect(sayGroup(group, tagsOf(build, group), (words) => inWords(words))).toHaveLength(2);
  });
});
