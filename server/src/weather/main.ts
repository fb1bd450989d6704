import type { AddressInfo } from 'node:net';
import { weatherStandIn } from './standIn';

const server = weatherStandIn();
server.listen(Number(process.env['WEATHER_PORT'] ?? 0), '127.0.0.1', () => {
  process.stdout.write(`weather ${(server.address() as AddressInfo).port}\n`);
});
const stop = (): void => {
  server.close();
  process.exit(0);
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
