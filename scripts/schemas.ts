// Writes the generated pages of docs/: the JSON Schemas of the open formats and the table of limits.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { schemaFiles } from './schemaFiles';

for (const [name, text] of Object.entries(schemaFiles()))
  writeFileSync(join(import.meta.dirname, '../docs', name), text);
