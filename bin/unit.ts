/** `bin/ember unit VERB`: a build in, what is found, done, solved or asked to be proved out. No server, no clock. */
import * as z from 'zod';
import { applyToUnit } from '../core/body/index.ts';
import { type Build, issueSentence, migrateBuild, Operation } from '../core/document/index.ts';
import { AskedSetting, checkReport, deckReport, solveReport, UnknownName, walkReport } from '../core/report/index.ts';
import { CalcError, parse } from './calc.ts';

/** Builds come of any version that was ever written; older ones are lifted first. */
function unitOf(given: unknown, path: string): Build {
  const lifted = migrateBuild(given);
  if (lifted.ok) return lifted.value;
  throw new CalcError('INVALID_UNIT', lifted.reason.message, [{ path, message: lifted.reason.message }]);
}

const Applying = z.strictObject({
  unit: z.unknown(),
  operations: z.array(z.unknown()).max(10_000),
  by: z.string().min(1).max(80),
  at: z.iso.datetime(),
});
const Solving = z.strictObject({ unit: z.unknown(), settings: z.array(AskedSetting).min(1).max(1000) });
const Deck = AskedSetting.omit({ faults: true, phase: true }).extend({ unit: z.unknown() });

function apply(input: unknown): { unit: Build } {
  const { unit, operations, by, at } = parse(Applying, input, '');
  let build = unitOf(unit, 'unit');
  for (const [index, given] of operations.entries()) {
    const path = `operations.${index}`;
    const operation = Operation.safeParse(given);
    if (!operation.success) {
      const [issue] = operation.error.issues;
      throw new CalcError('INVALID_OPERATION', `${path}: ${issueSentence(issue!)}`, [
        { path: [path, ...issue!.path].join('.'), message: issue!.message },
      ]);
    }
    const applied = applyToUnit(build, operation.data, { by, at });
    if (!applied.ok)
      throw new CalcError('REFUSED', applied.reason.message, [{ path, message: applied.reason.message }]);
    build = applied.value.build;
  }
  return { unit: build };
}

const VERBS: Record<string, (input: unknown) => unknown> = {
  check: (input) => checkReport(unitOf(input, '')),
  apply,
  solve(input) {
    const { unit, settings } = parse(Solving, input, '');
    const build = unitOf(unit, 'unit');
    return settings.map((setting, at) => solveReport(build, setting, `settings.${at}`));
  },
  walk: (input) => walkReport(unitOf(input, '')),
  deck(input) {
    const { unit, ...setting } = parse(Deck, input, '');
    return deckReport(unitOf(unit, 'unit'), setting);
  },
};

export const UNIT_VERBS = Object.keys(VERBS);

/** Runs a verb on the text of standard input; gives the text of standard output: JSON, and plain text for a deck. */
export function unitCommand(verb: string | undefined, text: string): string {
  const run = verb === undefined ? undefined : VERBS[verb];
  if (!run)
    throw new CalcError('UNKNOWN_VERB', `There is no "unit ${verb ?? ''}". There are: ${UNIT_VERBS.join(', ')}.`);
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    throw new CalcError(
      'NOT_JSON',
      `Standard input is not JSON: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  try {
    const answer = run(input);
    return typeof answer === 'string' ? answer.trimEnd() : JSON.stringify(answer);
  } catch (error) {
    if (!(error instanceof UnknownName)) throw error;
    throw new CalcError('UNKNOWN_NAME', error.message, [{ path: error.path, message: error.message }]);
  }
}
