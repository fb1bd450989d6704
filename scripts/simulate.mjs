// Runs a simulated machine: npm run -s simulate -- scenario.json, or the file on standard input.
import { runCommand } from './setup/runCommand.mjs';

await runCommand('simulate');
