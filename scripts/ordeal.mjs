// Leads visits in the real browser while it kills, cuts and doubles: npm run ordeal [-- 300]; sends hostile requests: -- hostile [20000]; kills the primary database: -- standby [3]
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./ordeal.ts', import.meta.url));
