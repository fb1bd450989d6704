// Reads a crank taken with an oscilloscope: npm run -s trace -- file.csv --volts 24 --cylinders 6
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./trace.ts', import.meta.url));
