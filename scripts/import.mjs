// Tries an import without a database: npm run -s import -- --kind units --dry-run fleet.csv [--map map.json] [--known known.json]
import { runTypeScript } from './setup/runTypeScript.mjs';

await runTypeScript(new URL('./import.ts', import.meta.url));
