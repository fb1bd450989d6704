import type { FleetId, PersonId } from '@vaktman/core';
import { CODE, CODE_DIGITS } from '@vaktman/contract';
import type { Context } from 'hono';
import type { Pool } from '../database/pool';
import { ClientError } from '../http/problem';
import { newBrowsersOf, useUpCode } from './codeStore';
import type { Cookies } from './cookies';
import { deviceHere, type Known } from './signer';
import { checkTries, codeOf, countWrong, forgetTries, type WordKind } from './tries';
import { isWord } from './wordHash';
import { demoWords, wordOf } from './wordStore';

/** What is compared before somebody is let in, and what is counted where it is wrong. */
export const wordChecks = (pool: Pool, fleetId: () => Promise<FleetId>, cookies: Cookies) => {
  /** Compares a word, counts what is wrong, and answers alike whoever it is. */
  const checkWord = async (
    kind: WordKind,
    who: string,
    personId: PersonId | null,
    word: string,
    wrong: string,
  ): Promise<void> => {
    const fleet = await fleetId();
    await checkTries(pool, fleet, kind, who);
    const kept = personId === null ? null : await wordOf(pool, fleet, personId, kind);
    if (await isWord(kept, word)) return forgetTries(pool, fleet, kind, who);
    const wait = await countWrong(pool, fleet, kind, who);
    throw new ClientError(
      wait > 0 ? 429 : 401,
      wait > 0 ? `${wrong} Wait ${wait} s; a lead can unlock it.` : wrong,
      [],
      wait > 0 ? { waitSeconds: wait } : {},
    );
  };

  /** A browser that is new here asks for a code, where the fleet says so; made-up people's words are everybody's. */
  const asksCode = async (c: Context, fleet: FleetId, personId: PersonId): Promise<boolean> =>
    (await newBrowsersOf(pool, fleet)) === 'code' &&
    (await deviceHere(c, pool, fleet, cookies)) === null &&
    !(await demoWords(pool, fleet)).some((shown) => shown.personId === personId);

  /** Uses up the code. Wrong ones are counted by themselves: the passphrase that came with them was right. */
  const checkCode = async (fleet: FleetId, { personId, name }: Known, code: string | undefined): Promise<void> => {
    const who = codeOf(name);
    await checkTries(pool, fleet, 'passphrase', who);
    if (code !== undefined && (await useUpCode(pool, fleet, personId, code)))
      return forgetTries(pool, fleet, 'passphrase', who);
    const wait = code === undefined ? 0 : await countWrong(pool, fleet, 'passphrase', who);
    const asked = `This browser is new here: give the ${CODE_DIGITS} digits that Your words makes where you are signed in, or ask a lead for a link.`;
    throw new ClientError(
      wait > 0 ? 429 : 401,
      code === undefined ? asked : `The code is not right, or over.${wait > 0 ? ` Wait ${wait} s.` : ''}`,
      [],
      { type: CODE, ...(wait > 0 ? { waitSeconds: wait } : {}) },
    );
  };
  return { checkWord, asksCode, checkCode };
};
