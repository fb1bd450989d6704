import { join } from 'node:path';
import { contentsOf, contentsText, versionsOf } from './contents.mjs';
import { dumpTo, stamp } from './dump.mjs';

/**
 * Keeps a copy of a database that this program is about to change the shape of.
 * @param programs tells the folder of PostgreSQL's programs, asked for only when they are needed
 * @param folder where copies lie
 * @returns the copy's file; null when nothing is going to be changed, or there is nothing to keep
 * @throws {Error} when it should be kept and cannot: the upgrade must not go on
 */
export const keepBeforeUpgrade = async ({ programs, url, folder, say }) => {
  const { isNew, toAdd, unknown } = await versionsOf(url);
  // A database of a newer program is refused by the server, in its own words.
  if (isNew || toAdd.length === 0 || unknown.length > 0) return null;
  const file = join(folder, `before-upgrade-${stamp()}.dump`);
  dumpTo({ programs: programs(), url, file });
  say(`A new version: ${contentsText(await contentsOf(url))} were copied to ${file} first.`);
  return file;
};
