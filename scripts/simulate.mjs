// Runs a simulated machine: npm run -s simulate -- scenario.json, or the file on standard input.
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./simulate.ts', import.meta.url));
