import { present, type Instrument, type UnitCard } from '@vaktman/core';
import { archiveSchema, type Archive } from '@vaktman/contract';
import { v7 } from 'uuid';
import { unitAt, unitHistory } from './history';
import { storyVisits } from './storyVisits';
import { seeded } from './random';
import { UNITS } from './units';
import type { UnitSpec } from './unitSpec';

/** When each unit was visited last as the demo is made, spread by unit; whoever loads it brings all of it up to their own day. */
const LAST_DAYS: Readonly<Record<string, string>> = {
  'P-12': '2026-01-19',
  'P-03': '2026-11-17',
  'P-10': '2026-11-23',
  'P-07': '2026-11-20',
};
const DEFAULT_LAST_DAYS = ['2026-11-12', '2026-11-05', '2026-10-29', '2026-11-18', '2026-10-22'];
const SEED = 20_261_123;
const WARRANTY_YEARS = 3;

/** What the made-up people sign in with: no secret, and shown on the sheet that asks for it. */
const DEMO_WORDS = [
  { personId: 'i-dahl', passphrase: 'gravel lantern otter', pin: '271904' },
  { personId: 't-brandvold', passphrase: 'copper thaw ladder', pin: '580213' },
  { personId: 'r-hask', passphrase: 'birch funnel seven', pin: '946120' },
  { personId: 'm-holt', passphrase: 'summit kettle drift', pin: '314078' },
  { personId: 'a-lien', passphrase: 'ferry window moss', pin: '762519' },
];
/** How long the demo's makers stand for a battery. */
const warrantyOf = (fitted: string | undefined): { warrantyUntil?: string } =>
  fitted === undefined
    ? {}
    : { warrantyUntil: `${Number(fitted.slice(0, 4)) + WARRANTY_YEARS}${fitted.slice(4).replace('-02-29', '-02-28')}` };

const spare = (make: string, value: number, serial: string, chemistry: 'flooded' | 'agm') => ({
  chemistry,
  duty: 'truck' as const,
  rating: { value, standard: 'SAE' as const },
  capacityAh: Math.round(value / 9),
  make,
  serial,
});
/** In the store room, waiting for a place. */
const SPARES = [
  spare('Brannfell', 920, 'BR-31207', 'flooded'),
  spare('Brannfell', 920, 'BR-31208', 'flooded'),
  spare('Brannfell', 1000, 'BR-31544', 'flooded'),
  spare('Kjelvar', 870, 'KJ-40116', 'agm'),
];
/** Those whose code could be read; the first has stood for long. */
const SPARES_MADE: readonly { readonly made?: string }[] = [{ made: '2026-02' }, { made: '2026-09' }];
const spareId = (index: number): string => `01932a00-0000-7000-9000-${String(index + 1).padStart(12, '0')}`;

/** The one that has stood for long was tested before the winter, with what is made for used ones and with the pile. */
const BENCH: Archive['bench'] = (
  [
    ['2026-11-16T09:10:00+01:00', { step: 'battery.openCircuit', volts: 12.62, surfaceChargeStripped: true }],
    ['2026-11-16T09:14:00+01:00', { step: 'battery.conductance', measured: 688, standard: 'SAE', setTo: 'flooded' }],
    ['2026-11-16T09:31:00+01:00', { step: 'battery.load', amps: 464, seconds: 15, lowestVolts: 10.31, batteryC: 12 }],
  ] as const
).map(([at, read], index) => ({
  batteryId: spareId(0),
  takenBy: 'R. Hask',
  reading: { id: `01932a00-0000-7000-b000-${String(index + 1).padStart(12, '0')}`, point: 'A', at, ...read },
}));

/** What hangs on the wall of the Lower Yard; the second clamp was forgotten at the last round of checks. */
const INSTRUMENTS: readonly Instrument[] = [
  { name: 'Meter 1', kind: 'meter', range: '60 V', error: '0.1 % + 2 digits', checked: '2026-03-02', checkMonths: 12 },
  { name: 'Meter 2', kind: 'meter', range: '60 V', error: '0.1 % + 2 digits', checked: '2026-03-02', checkMonths: 12 },
  {
    name: 'Clamp 1',
    kind: 'clamp',
    scaleMvPerA: 1,
    range: '1000 A',
    error: '2 %',
    checked: '2026-03-02',
    checkMonths: 12,
  },
  {
    name: 'Clamp 2',
    kind: 'clamp',
    scaleMvPerA: 10,
    range: '40 A',
    error: '1.5 %',
    checked: '2025-06-11',
    checkMonths: 12,
  },
  { name: 'Pile 500', kind: 'pile', range: '500 A, 12 V', error: 'needle 5 %' },
  { name: 'Tester 1', kind: 'tester', checked: '2026-03-02', checkMonths: 12 },
  { name: 'Hydrometer 1', kind: 'hydrometer', error: '0.005' },
];

/** Whose plates and makers the cards carry, by what the machine is. */
const MAKES: Readonly<Record<string, string>> = {
  'Plough truck': 'Storfonn',
  Grader: 'Hovlmark',
  'Wheel loader': 'Hovlmark',
  'Salt spreader': 'Storfonn',
  'Rotary blower': 'Drevja',
  'Rock crusher': 'Gruvland',
};
const cardOf = ({ id, description }: UnitSpec, index: number): UnitCard => ({
  plate: `TP ${4100 + 7 * index}`,
  year: 2012 + (index % 9),
  class: description,
  answers: 'M. Holt',
  ...(MAKES[description] === undefined ? {} : { make: MAKES[description] }),
  ...(id === 'P-12' ? { note: 'Stands outside: no room under the roof.' } : {}),
});

const noon = (day: string): string => `${day}T11:00:00.000Z`;
/** What a unit came with, and what was put in after it, each until the next. */
const partStays = ({ id: unitId, parts = [] }: UnitSpec): Archive['parts'] => {
  const random = seeded(SEED + parts.length);
  const partId = (day: string): string => v7({ msecs: Date.parse(day), random: random.bytes(16) });
  return [...new Set(parts.map(({ place }) => place))].flatMap((place) => {
    const own = parts.filter((part) => part.place === place);
    const first = present(own[0]);
    return [
      {
        unitId,
        place,
        partId: partId('2020-01-01'),
        part: {},
        from: null,
        to: noon(first.at),
        leftBecause: first.because,
      },
      ...own.map(({ at, part }, index) => {
        const next = own[index + 1];
        return {
          unitId,
          place,
          partId: partId(at),
          part,
          from: noon(at),
          to: next === undefined ? null : noon(next.at),
          leftBecause: next?.because ?? null,
        };
      }),
    ];
  });
};

/** The Tindra Pass winter road service: fourteen units and two years of visits, the same on every machine. */
export const demoArchive = (): Archive => {
  const random = seeded(SEED);
  const histories = UNITS.map((spec, index) => ({
    spec,
    ...unitHistory(
      spec,
      LAST_DAYS[spec.id] ?? present(DEFAULT_LAST_DAYS[index % DEFAULT_LAST_DAYS.length]),
      SEED + 101 * (index + 1),
    ),
  }));
  return archiveSchema.parse({
    format: 'vaktman-fleet',
    version: 1,
    fleet: {
      fleetId: '01932a00-0000-7000-8000-000000000001',
      name: 'Tindra Pass winter road service',
      timeZone: 'Europe/Oslo',
      demo: true,
      // A crusher runs all day where it stands: by hours and date, never by distance.
      classes: [{ name: 'Rock crusher', intervals: { ready: { days: 120, hours: 250, km: 0 } } }],
      dateCodes: [{ name: 'Brannfell', pattern: '**WWYY' }],
      yards: [
        { yardId: 'summit', name: 'Summit Station' },
        { yardId: 'lower', name: 'Lower Yard' },
      ],
      people: [
        { personId: 'i-dahl', name: 'I. Dahl', role: 'technician' },
        { personId: 't-brandvold', name: 'T. Brandvold', role: 'technician' },
        { personId: 'r-hask', name: 'R. Hask', role: 'trainee' },
        { personId: 'm-holt', name: 'M. Holt', role: 'lead' },
        { personId: 'a-lien', name: 'A. Lien', role: 'viewer' },
      ],
    },
    words: DEMO_WORDS,
    units: histories.map(({ spec, present }, index) => ({
      yardId: spec.yardId,
      unit: present,
      card: cardOf(spec, index),
    })),
    batteries: [
      ...histories.flatMap(({ stays }) =>
        stays.map(({ batteryId, battery }) => ({ batteryId, battery, ...warrantyOf(battery.fitted) })),
      ),
      ...SPARES.map((battery, index) => ({ batteryId: spareId(index), battery, ...SPARES_MADE[index] })),
    ],
    placements: histories.flatMap(({ spec, stays }) =>
      stays.map(({ batteryId, position, from, to, because }) => ({
        placementId: v7({ msecs: Date.parse(from), random: random.bytes(16) }),
        batteryId,
        unitId: spec.id,
        position,
        from,
        to,
        removedBecause: because,
      })),
    ),
    parts: UNITS.flatMap(partStays),
    bench: BENCH,
    instruments: INSTRUMENTS.map((instrument, index) => ({
      instrumentId: `01932a00-0000-7000-a000-${String(index + 1).padStart(12, '0')}`,
      instrument,
    })),
    visits: [
      ...histories.flatMap(({ visits }) => visits),
      ...storyVisits((unitId, ms) => {
        const { spec, stays } = present(histories.find((own) => own.spec.id === unitId));
        return unitAt(spec, stays, ms);
      }),
    ].sort((a, b) => Date.parse(a.opening.visit.at) - Date.parse(b.opening.visit.at)),
  });
};
