// Tries an import without a database: npm run -s import -- --kind units --dry-run fleet.csv [--map map.json] [--known known.json]
import { runCommand } from './setup/runCommand.mjs';

await runCommand('import');
