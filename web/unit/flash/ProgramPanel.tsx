import { Button, Checkbox } from 'antd';
import dayjs from 'dayjs';
import { useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import { type ProgrammingTask, patternOf, programmingTasks } from '../../../core/flash/index.ts';
import { compareTags, tagList } from '../../../core/place/index.ts';
import { useUnit } from '../useUnit.ts';

interface Run {
  key: string;
  tasks: ProgrammingTask[];
}

/** Lamps that are set alike, by the words of their recipe. */
function runsOf(tasks: readonly ProgrammingTask[]): Run[] {
  const runs = new Map<string, Run>();
  for (const task of [...tasks].sort((a, b) => compareTags(a.lamp.tag, b.lamp.tag))) {
    const to = task.recipe?.to ?? task.problem;
    const key = `${task.lamp.modelKey} ${task.patternId} ${to} ${task.done ? 'done' : (task.recipe?.words.join() ?? '')}`;
    const run = runs.get(key) ?? { key, tasks: [] };
    run.tasks.push(task);
    runs.set(key, run);
  }
  return [...runs.values()];
}

/** How every lamp with a list of its own is set, and who has set which. */
export function ProgramPanel({ onPoint }: { onPoint(ids: Id[]): void }) {
  const { build, mayEdit, act } = useUnit();
  const tasks = useMemo(() => programmingTasks(build), [build]);
  const done = tasks.filter((task) => task.done).length;
  if (tasks.length === 0) return <p className="muted">No lamp here has patterns of its own to be set.</p>;
  const set = (task: ProgrammingTask, isDone: boolean) =>
    act({ kind: 'programLamps', lampIds: [task.lamp.id], number: isDone ? task.recipe!.to : null });
  return (
    <section className="program" aria-label="Set lamps">
      <p className="muted">
        {done} of {tasks.length} set. On the bench, before mounting, where a lead or a dial is reached.
      </p>
      {runsOf(tasks).map(({ key, tasks: run }) => {
        const [first] = run;
        const model = build.models[first!.lamp.modelKey]!;
        return (
          <article key={key} className={first!.done ? 'program-run done' : 'program-run'}>
            <header>
              <button type="button" className="link" onClick={() => onPoint(run.map((task) => task.lamp.id))}>
                <b>{tagList(run.map((task) => task.lamp.tag))}</b>
              </button>
              <span className="muted">
                {model.name}: {patternOf(build, first!.patternId).name}
                {first!.recipe ? `, number ${first!.recipe.to}` : ''}
              </span>
            </header>
            {first!.recipe ? (
              !first!.done && (
                <ol>
                  {first!.recipe.words.map((words) => (
                    <li key={words}>{words}</li>
                  ))}
                </ol>
              )
            ) : (
              <p className="state caution">▲ {first!.problem}</p>
            )}
            {first!.recipe &&
              run.map((task) => (
                <Checkbox
                  key={task.lamp.id}
                  disabled={!mayEdit}
                  checked={task.done}
                  onChange={(event) => set(task, event.target.checked)}
                >
                  {task.lamp.tag}
                  {task.done && (
                    <small className="muted">
                      {' '}
                      {task.by.split(' ')[0]}, {dayjs(build.programmed[task.lamp.id]!.at).format('D MMM')}
                    </small>
                  )}
                </Checkbox>
              ))}
            {mayEdit && first!.recipe && run.length > 1 && !first!.done && (
              <Button
                size="small"
                onClick={() =>
                  act({ kind: 'programLamps', lampIds: run.map((task) => task.lamp.id), number: first!.recipe!.to })
                }
              >
                All {run.length} are set
              </Button>
            )}
          </article>
        );
      })}
    </section>
  );
}
