import type { UnitId } from '@vaktman/core';
import type { Watch } from '@vaktman/contract';
import { keptAnswers } from './keptAnswers';
import { isStale, SHOP_PATHS, unitPaths, wantedOf, yardsKept } from './shiftPaths';

/** How long one answer may take. */
const PATIENCE_MS = 20_000;

/** What is on the device after a round. */
export interface KeptShift {
  /** Units that are there whole, and those that are to be. */
  readonly kept: number;
  readonly wanted: number;
  /** When the oldest of them was told, milliseconds since 1970; null where there is none. */
  readonly oldestMs: number | null;
}

/** The server could not be asked, or did not answer: it is asked again later, and nothing is wrong here. */
export class Unreached extends Error {}

/** Asks the server for one answer; null where it is not there any more. @throws {Unreached} */
const askedFor = async (path: string): Promise<unknown> => {
  try {
    const answer = await fetch(`/api${path}`, { signal: AbortSignal.timeout(PATIENCE_MS) });
    if (answer.status === 404) return null;
    if (answer.ok) return await answer.json();
    throw new Unreached(`${path} was answered with ${answer.status}.`);
  } catch (error) {
    throw error instanceof Unreached ? error : new Unreached(`${path} was not answered.`, { cause: error });
  }
};

/** Why bringing it failed, in words: the server is away, or this device has no room. */
export const keepFailedWords = (error: unknown): string =>
  error instanceof Unreached
    ? 'The server does not answer. What is here stays.'
    : `This device could not keep it: ${error instanceof Error ? error.message : String(error)}`;

const counted = async (unitIds: readonly UnitId[]): Promise<KeptShift> => {
  const ages = await Promise.all(
    unitIds.map(async (unitId) => {
      const answers = await Promise.all(unitPaths(unitId).map((path) => keptAnswers.at(path)));
      return answers.includes(null) ? null : Math.min(...answers.map((answer) => answer?.atMs ?? Infinity));
    }),
  );
  const there = ages.filter((age) => age !== null);
  return { kept: there.length, wanted: unitIds.length, oldestMs: there.length === 0 ? null : Math.min(...there) };
};

/**
 * Brings what a shift without network needs onto this device, one answer after another so that whoever works is not held up:
 * the shop, and every unit of the chosen yards that changed since it was last asked for. What is of other yards goes.
 * @param deviceId as the server knows this device
 * @param chosen yards, or null where nobody chose
 * @param isOver true once somebody else does it, or it is no longer wanted
 * @throws {Unreached} while the server is out of reach, and whatever the browser says where it has no room; what was kept stays
 */
export const keepShift = async (
  deviceId: string,
  chosen: readonly string[] | null,
  isOver: () => boolean,
): Promise<KeptShift | null> => {
  await keptAnswers.belongTo(deviceId);
  for (const path of SHOP_PATHS) {
    if (isOver()) return null;
    await keptAnswers.keep(path, { body: await askedFor(path), atMs: Date.now(), of: '' });
  }
  const watch = (await keptAnswers.at('/watch'))?.body as Watch;
  const yards = yardsKept(chosen, watch.units);
  const wanted = wantedOf(watch.units, yards);
  const paths = new Set<string>([...SHOP_PATHS, ...wanted.map(({ path }) => path)]);
  await keptAnswers.drop((await keptAnswers.paths()).filter((path) => !paths.has(path)));
  for (const { path, of } of wanted) {
    if (isOver()) return null;
    if (!isStale(await keptAnswers.at(path), of, Date.now())) continue;
    const body = await askedFor(path);
    if (body === null) await keptAnswers.drop([path]);
    else await keptAnswers.keep(path, { body, atMs: Date.now(), of });
  }
  return counted(watch.units.filter(({ yardId }) => yards.includes(yardId)).map(({ unitId }) => unitId));
};
