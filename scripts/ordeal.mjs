// Leads visits in the real browser while it kills, cuts and doubles: npm run ordeal [-- 300]
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./ordeal.ts', import.meta.url));
