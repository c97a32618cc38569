import {
  type Applied,
  applyOperation,
  type Build,
  type Operation,
  type Refusal,
  type Stamp,
} from '../document/index.ts';
import { type Result, refused } from '../result.ts';
import { checkParameters } from './makeBody.ts';

/** applyOperation with the one check that needs bodies: dimensions stay within what the template can be built at. */
export function applyToUnit(build: Build, op: Operation, stamp: Stamp): Result<Applied, Refusal> {
  const applied = applyOperation(build, op, stamp);
  if (!applied.ok) return applied;
  const { bodyId, parameters } = applied.value.build.body;
  if (parameters === build.body.parameters) return applied;
  const problem = checkParameters(bodyId, parameters);
  return problem ? refused({ kind: 'invalid', message: problem.message }) : applied;
}
