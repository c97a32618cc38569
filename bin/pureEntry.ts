import { fail, runPure } from './pure.ts';

const [command, verb] = process.argv.slice(2);
runPure(command!, verb).catch(fail);
