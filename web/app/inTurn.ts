/** A line at one counter: what is handed in runs after what was handed in before it has ended, however that went. */
export function counter(): <T>(task: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (task) => {
    const mine = last.then(task, task);
    last = mine;
    return mine;
  };
}
