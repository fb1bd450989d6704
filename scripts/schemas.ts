// Writes the JSON Schemas of the open formats into docs/schema/.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { schemaFiles } from './schemaFiles';

for (const [name, text] of Object.entries(schemaFiles()))
  writeFileSync(join(import.meta.dirname, '../docs/schema', name), text);
