import { one, type FindingGroup } from './record';

/** What is still open about a unit though nothing of it need be broken now. */
export const OWED = {
  intermittent: {
    words: (at) => `Comes and goes: ${at}`,
    severity: 'recheck',
    actions: one('other', (name) => `Find and repair what moves at ${name}`),
  },
  'cause.owed': {
    words: (at) => `Why did it die: ${at}`,
    severity: 'recheck',
    actions: one('other', (name) => `Say why ${name} died`),
  },
  'drain.parked': {
    words: (at) => `Drawn down while parked: ${at}`,
    severity: 'repair',
    actions: one('other', (name) => `Repair what stays awake: ${name}`),
    explains: () => ['battery.low-charge', 'bank.imbalance'],
    separates: () => [{ step: 'battery.drain', point: 'bank', why: 'what is left once the circuit is repaired' }],
  },
} satisfies FindingGroup;
