// Judges a visit file: npm run -s judge -- visit.json, or the file on standard input.
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./judge.ts', import.meta.url));
