import { Button } from 'antd';
import { type FindingGroup, isOpen } from '../../../core/rules/index.ts';
import { useUnit } from '../useUnit.ts';
import type { TriedState } from './useTriedWays.ts';

const WORDS_OF_COUNT = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

const inLetters = (count: number): string => WORDS_OF_COUNT[count] ?? String(count);

/** How many answers are wanted, and the fewest ways that give them all. */
export function Summary({ groups, tried }: { groups: readonly FindingGroup[]; tried: TriedState }) {
  const { mayEdit, act } = useUnit();
  const wanted = groups.filter((group) => group.findings.some(isOpen)).length;
  if (wanted === 0) return <footer className="state ok">✓ Every stop and caution is settled or answered for.</footer>;
  const fewest = tried.kind === 'ready' ? tried.ways.fewest : null;
  const ways = groups.flatMap((group) => group.waysOut);
  const chosen = fewest?.keys.flatMap((key) => ways.find((way) => way.key === key) ?? []) ?? [];
  const left = fewest?.leaves.length ?? 0;
  return (
    <footer>
      <p>
        <b>
          {wanted} {wanted === 1 ? 'answer' : 'answers'} wanted before hand over.
        </b>{' '}
        {tried.kind === 'trying' && 'The ways out are being tried …'}
        {tried.kind === 'failed' && 'The ways out could not be tried; each can be taken all the same.'}
        {fewest && chosen.length === 0 && 'No way out settles any of them by itself.'}
        {fewest &&
          chosen.length > 0 &&
          (left === 0
            ? `The ${inLetters(chosen.length)} outlined ${chosen.length === 1 ? 'settles' : 'settle'} all of them.`
            : `The ${inLetters(chosen.length)} outlined ${chosen.length === 1 ? 'settles' : 'settle'} what can be; ${left} ${left === 1 ? 'stays' : 'stay'} open.`)}{' '}
        <span className="muted">A caution may also stand, with a name and a reason.</span>
      </p>
      {mayEdit && chosen.length > 0 && (
        <Button type="primary" onClick={() => act(...chosen.flatMap((way) => way.operations))}>
          Take the {inLetters(chosen.length)} outlined
        </Button>
      )}
    </footer>
  );
}
