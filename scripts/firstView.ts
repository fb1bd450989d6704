import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const scriptsIn = (web: string): string => join(web, 'assets');

/** Files of JavaScript that the page names, which the first view is drawn with. @param web folder of the built interface */
export const firstViewFiles = (web: string): readonly string[] => {
  const page = readFileSync(join(web, 'index.html'), 'utf8');
  return readdirSync(scriptsIn(web)).filter((name) => name.endsWith('.js') && page.includes(name));
};

/** Their bytes, gzipped. @param web folder of the built interface */
export const firstViewBytes = (web: string): number =>
  firstViewFiles(web).reduce((sum, name) => sum + gzipSync(readFileSync(join(scriptsIn(web), name))).length, 0);
