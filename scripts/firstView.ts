import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

/** Bytes of JavaScript, gzipped, that are asked for before the first view stands. @param web folder of the built interface */
export const firstViewBytes = (web: string): number => {
  const assets = join(web, 'assets');
  const page = readFileSync(join(web, 'index.html'), 'utf8');
  return readdirSync(assets)
    .filter((name) => name.endsWith('.js') && page.includes(name))
    .reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0);
};
