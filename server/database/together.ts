/**
 * Statements of one transaction that are sent without waiting for each other. When one fails, the others are waited for
 * before the failure goes on: a roll-back that overtook them would let them stand outside of any transaction.
 */
export async function together<Answers extends readonly unknown[]>(
  ...statements: { [At in keyof Answers]: Promise<Answers[At]> }
): Promise<Answers> {
  const settled = await Promise.allSettled(statements);
  const failed = settled.find((each) => each.status === 'rejected');
  if (failed) throw failed.reason;
  return settled.map((each) => (each as PromiseFulfilledResult<unknown>).value) as unknown as Answers;
}
