// Judges a visit file: npm run -s judge -- visit.json, or the file on standard input.
import { runCommand } from './setup/runCommand.mjs';

await runCommand('judge');
