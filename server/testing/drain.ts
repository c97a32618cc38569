/** A server process whose route takes a moment: says a line when it is ready, and one when that route was asked. */
import { buildApp } from '../app.ts';
import { connect } from '../database/connect.ts';

const [port, address] = process.argv.slice(2);
const database = await connect(JSON.parse(address!));
const app = await buildApp({ database, logLevel: 'fatal' });
app.get('/slow', async () => {
  console.log('asked');
  await new Promise((resolve) => setTimeout(resolve, 400));
  return 'done';
});
process.on('SIGTERM', async () => {
  await app.close();
  await database.close();
  process.exit(0);
});
await app.listen({ port: Number(port), host: '127.0.0.1' });
console.log('ready');
