import { isPortTaken } from '../database/mariadb.ts';

/** Below the ports that the system gives to outgoing connections, so that none of those comes in between. */
const FIRST_PORT = 20_000;
const PORTS_OF_A_WORKER = 1000;

const worker = Number(process.env.VITEST_POOL_ID ?? 0);
const first = FIRST_PORT + worker * PORTS_OF_A_WORKER;
let given = 0;

/** A port of loopback that is free together with the one after it, and that no other worker of the tests is given. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = first + (given % PORTS_OF_A_WORKER);
    given += 2;
    if (!(await isPortTaken(port)) && !(await isPortTaken(port + 1))) return port;
  }
}
