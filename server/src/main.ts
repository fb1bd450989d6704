import pino from 'pino';
import { LAST_REQUESTS_MS, startService } from './service';
import { settingsOf } from './settings';

const fail = (error: unknown): never => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
};

const { log, settings, service } = await (async () => {
  try {
    const settings = settingsOf(process.env);
    const log = pino({ level: settings.LOG_LEVEL });
    return { log, settings, service: await startService(settings, log) };
  } catch (error) {
    return fail(error);
  }
})();

// Where nobody could sign in as a lead, whoever started the server is told how: they alone read this. In one breath:
// what follows the first line is passed on before it is said that all is ready.
const link = service.begins === null ? '' : `The first lead begins here, once, within a day: ${service.begins.href}\n`;
process.stdout.write(`listening ${settings.PORT}\n${link}`);

let stopping = false;
/** Ends once what runs has ended, and a while later in any case. */
const stop = (why: string): void => {
  if (stopping) return;
  stopping = true;
  log.info({ why }, 'stopping');
  setTimeout(() => process.exit(0), LAST_REQUESTS_MS + 1500).unref();
  void service.stop().finally(() => process.exit(0));
};
process.on('SIGINT', () => stop('SIGINT'));
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGHUP', () => stop('SIGHUP'));
// Started by the start command, the server ends when that is gone: its end of this pipe then closes.
if (process.env['VAKTMAN_PARENT'] === 'pipe')
  process.stdin
    .resume()
    .on('end', () => stop('the start command ended'))
    .on('error', () => stop('the start command ended'));
