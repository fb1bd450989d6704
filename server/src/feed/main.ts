import type { AddressInfo } from 'node:net';
import { instrumentStandIn } from './standIn';

const server = instrumentStandIn();
server.listen(Number(process.env['FEED_PORT'] ?? 0), '127.0.0.1', () => {
  process.stdout.write(`feed ${(server.address() as AddressInfo).port}\n`);
});
const stop = (): void => {
  server.close();
  process.exit(0);
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
