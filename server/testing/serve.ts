/** A server process of its own for the kill tests: prints its address when ready. Arguments: port, database as JSON. */
import { buildApp } from '../app.ts';
import { connect } from '../database/connect.ts';
import { testClock } from './testClock.ts';

const [port, address] = process.argv.slice(2);
const app = await buildApp({
  database: await connect(JSON.parse(address!)),
  logLevel: 'fatal',
  signInTries: 500,
  clock: testClock(),
});
console.log(await app.listen({ port: Number(port), host: '127.0.0.1' }));
