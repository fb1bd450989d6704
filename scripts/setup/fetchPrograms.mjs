// Debian's programs for the tests, beside whatever else is being installed. What could not be had is told where it is asked for.
import { ensurePrograms } from './postgres.mjs';
import { ensureTools } from './tools.mjs';

for (const fetch of [ensurePrograms, ensureTools]) {
  try {
    fetch();
  } catch {
    process.exitCode = 1;
  }
}
