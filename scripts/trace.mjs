// Reads a crank taken with an oscilloscope: npm run -s trace -- file.csv --volts 24 --cylinders 6
import { runCommand } from './setup/runCommand.mjs';

await runCommand('trace');
