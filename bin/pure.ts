/** The verbs of `bin/ember` that need neither database nor clock: an entry of its own, so that it can be made one file. */
import { text } from 'node:stream/consumers';
import { CalcError, calc } from './calc.ts';
import { unitCommand } from './unit.ts';

const BAD_INPUT = 2;

/** Tells a refusal as JSON on standard error and ends with 2. */
export function fail(error: unknown): never {
  const known =
    error instanceof CalcError
      ? error
      : new CalcError('FAILED', error instanceof Error ? error.message : String(error));
  process.stderr.write(
    `${JSON.stringify({ error: { code: known.code, message: known.message, issues: known.issues } })}\n`,
  );
  process.exit(BAD_INPUT);
}

const COMMANDS: Record<string, (verb: string | undefined, input: string) => string> = { calc, unit: unitCommand };

export async function runPure(command: string, verb: string | undefined): Promise<void> {
  const answer = COMMANDS[command]!(verb, await text(process.stdin));
  process.stdout.write(`${answer}\n`);
}
