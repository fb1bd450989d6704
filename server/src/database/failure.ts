import { setTimeout as pause } from 'node:timers/promises';
import { sqlState } from './sqlState';

/** Errors that another try of the same transaction may not meet again: deadlock, serialisation, a constraint of a race. */
const PASSING_STATES: ReadonlySet<string | null> = new Set(['40P01', '40001', '55P03', '23P01']);
/** The database is stopping, starting, out of connections, or took the connection away. */
const AWAY_STATES: ReadonlySet<string | null> = new Set([
  '57P01',
  '57P02',
  '57P03',
  '53300',
  '57014',
  '08006',
  '08003',
  '25P03',
]);
const AWAY_WORDS =
  /connection terminated|connection timeout|ECONNREFUSED|ECONNRESET|EPIPE|timeout exceeded|query read timeout|not queryable|client was closed/i;

/** True when the database cannot be reached now: nothing is wrong with what was sent, and it may be sent again. */
export const isDatabaseAway = (error: unknown): boolean => {
  if (AWAY_STATES.has(sqlState(error))) return true;
  if (!(error instanceof Error)) return false;
  return AWAY_WORDS.test(error.message) || (error instanceof AggregateError && error.errors.some(isDatabaseAway));
};

const TRIES = 5;
const FIRST_PAUSE_MS = 15;

/** Runs a whole transaction again when it only met another one; what it is about is then looked at anew. */
export const triedAgain = async <T>(work: () => Promise<T>): Promise<T> => {
  for (let attempt = 1; ; attempt++) {
    try {
      return await work();
    } catch (error) {
      if (attempt >= TRIES || !PASSING_STATES.has(sqlState(error))) throw error;
      await pause(FIRST_PAUSE_MS * attempt * (1 + Math.random()));
    }
  }
};
