import { useMemo, useState } from 'react';
import { useLearnedHoursQuery } from '../../app/api.ts';
import { useUnit } from '../useUnit.ts';
import { StepList } from './StepList.tsx';
import '../unit.css';
import './build.css';
import { OneStep } from './OneStep.tsx';

const NOTHING_LEARNED = {};

export function BuildStage() {
  const { build, overview } = useUnit();
  const { data: learned = NOTHING_LEARNED } = useLearnedHoursQuery();
  const [key, setKey] = useState('');
  const steps = useMemo(() => overview?.steps ?? [], [overview]);
  const firstOpen = steps.find((step) => !build.ticks[step.key])?.key ?? steps[0]?.key ?? '';
  const index = Math.max(
    0,
    steps.findIndex((step) => step.key === (key || firstOpen)),
  );
  const step = steps[index];
  if (!step) return <p className="empty">No steps yet: they follow from the lamps and feeds. Place lamps first.</p>;
  const show = (at: number) => setKey(steps[Math.max(0, Math.min(steps.length - 1, at))]!.key);
  return (
    <div className="build">
      <StepList steps={steps} shownKey={step.key} learned={learned} onOpen={setKey} />
      <OneStep key={step.key} step={step} steps={steps} index={index} learned={learned} onShow={show} />
    </div>
  );
}
