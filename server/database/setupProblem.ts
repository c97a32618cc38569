/** A problem with setting up, told in one sentence. */
export class SetupProblem extends Error {}
