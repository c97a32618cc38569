/** `bin/ember calc NAME`: one JSON object in, one out; an array is answered by an array, in order. */
import type * as z from 'zod';
import { Circuit, solveCircuit } from '../core/circuit/index.ts';
import { FlashQuestion, measureFlash } from '../core/flash/index.ts';
import { sizeWire, WireQuestion } from '../core/protection/index.ts';
import { PlanQuestion, planTasks } from '../core/schedule/index.ts';

export interface CalcIssue {
  path: string;
  message: string;
}

/** Bad input: told on standard error as JSON, exit 2. */
export class CalcError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly issues: CalcIssue[] = [],
  ) {
    super(message);
  }
}

type Calculation = (input: unknown, path: string) => unknown;

/** What a schema makes of input, or the refusal that says where and why not. */
export function parse<T>(schema: z.ZodType<T>, input: unknown, path: string): T {
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  const issues = parsed.error.issues.map((issue) => ({
    path: [path, ...issue.path].filter((part) => part !== '').join('.'),
    message: issue.message,
  }));
  throw new CalcError('INVALID_INPUT', `${issues[0]?.path || 'input'}: ${issues[0]?.message}`, issues);
}

const CALCULATIONS: Record<string, Calculation> = {
  wire(input, path) {
    const answer = sizeWire(parse(WireQuestion, input, path));
    if (!answer.ok) throw new CalcError('NO_SIZE', answer.reason.message, [{ path, message: answer.reason.message }]);
    return answer.value;
  },
  circuit(input, path) {
    const { elements } = parse(Circuit, input, path);
    try {
      return solveCircuit(elements);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      throw new CalcError('INVALID_INPUT', error.message, [
        { path: [path, 'elements'].filter(Boolean).join('.'), message: error.message },
      ]);
    }
  },
  flash: (input, path) => measureFlash(parse(FlashQuestion, input, path)),
  plan: (input, path) => planTasks(parse(PlanQuestion, input, path), { now: () => performance.now() }),
};

export const CALCULATION_NAMES = Object.keys(CALCULATIONS);

/** Runs a calculation on the text of standard input; gives the text of standard output. */
export function calc(name: string | undefined, text: string): string {
  const calculation = name === undefined ? undefined : CALCULATIONS[name];
  if (!calculation)
    throw new CalcError(
      'UNKNOWN_CALCULATION',
      `There is no calculation "${name ?? ''}". There are: ${CALCULATION_NAMES.join(', ')}.`,
    );
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    throw new CalcError(
      'NOT_JSON',
      `Standard input is not JSON: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  const answer = Array.isArray(input)
    ? input.map((each, index) => calculation(each, String(index)))
    : calculation(input, '');
  return JSON.stringify(answer);
}
