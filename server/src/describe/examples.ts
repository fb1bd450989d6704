import type { Scope } from '@vaktman/contract';

/** One request as a program makes it, shown on the page about them and run by a test. */
export interface Example {
  readonly words: string;
  readonly scope: Scope;
  readonly path: string;
  /** Sent as JSON; nothing is where it only reads. */
  readonly body?: unknown;
}

/** Requests to begin with, by what a key has to be for. */
export const EXAMPLES: readonly Example[] = [
  { words: 'The watch: every unit, soonest due first', scope: 'read', path: '/api/watch' },
  { words: 'One unit with its batteries and latest visits', scope: 'read', path: '/api/units/P-07' },
  { words: 'Ten visits of it, latest first', scope: 'read', path: '/api/visits?unitId=P-07&limit=10' },
  { words: 'What is due, as a table', scope: 'read', path: '/api/export/due.csv' },
  { words: 'Everything measured at one unit, as a table', scope: 'read', path: '/api/export/units/P-07/chart.csv' },
  { words: 'Due dates of a yard for a calendar', scope: 'calendar', path: '/api/calendars/lower.ics' },
  { words: 'What a list is checked against before it is sent', scope: 'import', path: '/api/imports/known' },
  {
    words: 'A unit taken in; the same list sent twice is taken in once',
    scope: 'import',
    path: '/api/imports',
    body: {
      kind: 'units',
      importId: '019ab000-0000-7000-8000-0000000000e1',
      fileName: 'from our workshop program',
      units: [
        {
          yardId: 'lower',
          unit: {
            id: 'P-90',
            description: 'Plough truck',
            systemVolts: 12,
            bank: {
              arrangement: '1S1P',
              batteries: [{ position: 'A', string: 1, chemistry: 'agm', duty: 'truck' }],
            },
          },
        },
      ],
    },
  },
];
