import { PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { ReactNode } from 'react';
import { newId } from '../../app/ids.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { HabitFields } from '../../ui/HabitFields.tsx';
import { CREW_COLOURS } from '../../ui/tokens.ts';
import '../../unit/unit.css';
import { BayRow } from './BayRow.tsx';
import { BayToRead } from './BayToRead.tsx';
import { WorkerRow } from './WorkerRow.tsx';
import { WorkerToRead } from './WorkerToRead.tsx';

const USUAL_DAY = [
  { from: '07:30', to: '12:00' },
  { from: '12:30', to: '16:30' },
];

/** Who works here and when, the bays, and what an hour costs. */
export function CrewView({ shop, tabs }: { shop: ShopUse; tabs: ReactNode }) {
  const { data, mayPlan, act } = shop;
  const { workers, bays, rates, habits } = data.shop;
  const addWorker = () =>
    act({
      kind: 'putWorker',
      worker: {
        id: newId(),
        name: 'New person',
        skills: [],
        week: [USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, [], []],
        away: [],
        colour: CREW_COLOURS[Object.keys(workers).length % CREW_COLOURS.length]!,
      },
    });
  const addBay = () =>
    act({ kind: 'putBay', bay: { id: newId(), name: 'New bay', lengthMm: 9000, widthMm: 5000, heightMm: 4500 } });
  return (
    <div className="shop">
      <header className="week-bar">
        <h1>Crew and bays</h1>
        {tabs}
        {mayPlan && (
          <span className="rates">
            <span className="muted">An hour</span>
            <CommittedNumber
              aria-label="Marks an hour"
              suffix="marks"
              min={0}
              max={1000}
              value={rates.hourMarks}
              onCommit={(value) => act({ kind: 'setRates', rates: { ...rates, hourMarks: value ?? 0 } })}
            />
            <span className="muted">Mark-up</span>
            <CommittedNumber
              aria-label="Mark-up"
              suffix="%"
              min={0}
              max={300}
              value={Math.round(rates.markUpShare * 100)}
              onCommit={(value) => act({ kind: 'setRates', rates: { ...rates, markUpShare: (value ?? 0) / 100 } })}
            />
          </span>
        )}
      </header>
      <div className="crew-scroll">
        <section aria-label="People">
          <header className="paper-head">
            <h2>People</h2>
            {mayPlan && (
              <Button className="right" icon={<PlusOutlined aria-hidden />} onClick={addWorker}>
                Add a person
              </Button>
            )}
          </header>
          {Object.values(workers).map((worker) =>
            mayPlan ? (
              <WorkerRow key={worker.id} worker={worker} shop={shop} />
            ) : (
              <WorkerToRead key={worker.id} worker={worker} />
            ),
          )}
        </section>
        <section aria-label="Bays">
          <header className="paper-head">
            <h2>Bays</h2>
            {mayPlan && (
              <Button className="right" icon={<PlusOutlined aria-hidden />} onClick={addBay}>
                Add a bay
              </Button>
            )}
          </header>
          {Object.values(bays).map((bay) =>
            mayPlan ? <BayRow key={bay.id} bay={bay} shop={shop} /> : <BayToRead key={bay.id} bay={bay} />,
          )}
        </section>
        <section aria-label="How lamps are wired here" className="habits-of-shop">
          <header className="paper-head">
            <h2>How lamps are wired here</h2>
          </header>
          <p className="muted">New units begin with it; each unit, and each feed of it, may be wired otherwise.</p>
          <HabitFields
            habits={habits}
            disabled={!mayPlan}
            onChange={(changes) => act({ kind: 'setHabits', changes })}
          />
        </section>
      </div>
    </div>
  );
}
