import type { Archive } from '@vaktman/contract';
import { judge, proposedDue, type Reading, type Symptom, type Unit, type VisitEvent } from '@vaktman/core';
import { v7 } from 'uuid';
import { seeded } from './random';

type Visit = Archive['visits'][number];
type Written = { readonly step: Reading['step']; readonly point: string } & Readonly<Record<string, unknown>>;

/** Something done in a visit: read, or repaired because of what was read. */
type Done = Written | { readonly repair: string; readonly point: string; readonly closes: readonly string[] };

/** A visit out of the ordinary, as it was led: a complaint, a quick look, a fault that came and went. */
interface StoryVisit {
  readonly unitId: string;
  readonly day: string;
  readonly technician: string;
  readonly reason: 'complaint' | 'quick';
  readonly complaint?: string;
  readonly symptoms?: readonly Symptom[];
  readonly ambientC: number;
  readonly done: readonly Done[];
  readonly remark: string;
}

const rest = (point: string, volts: number): Written => ({
  step: 'battery.openCircuit',
  point,
  volts,
  surfaceChargeStripped: true,
});
const beltIsSound: Written = { step: 'look.belt', point: 'drive', condition: 'sound', speed: 'holds' };

const STORIES: readonly StoryVisit[] = [
  // Flat after standing: the control of the spreader stayed awake.
  {
    unitId: 'S-04',
    day: '2026-09-15',
    technician: 'I. Dahl',
    reason: 'complaint',
    complaint: 'flat after the weekend',
    symptoms: ['flat-after-standing'],
    ambientC: 9,
    done: [
      { step: 'battery.caseLeak', point: 'A', volts: 0.08 },
      { step: 'battery.drain', point: 'bank', amps: 0.86, minutesParked: 42 },
      { step: 'battery.drainCircuit', point: 'circuit:radio', ampsBefore: 0.86, ampsAfter: 0.83 },
      { step: 'battery.drainCircuit', point: 'circuit:spreader control', ampsBefore: 0.83, ampsAfter: 0.03 },
      {
        repair: 'Replace the stuck relay of the spreader control',
        point: 'bank',
        closes: ['drain.parked@circuit:spreader control'],
      },
      { step: 'battery.drain', point: 'bank', amps: 0.03, minutesParked: 45 },
    ],
    remark: 'Charged over night. The relay is kept for the owner.',
  },
  // Comes and goes: a lug of the charging cable moved.
  {
    unitId: 'L-08',
    day: '2026-08-20',
    technician: 'T. Brandvold',
    reason: 'complaint',
    complaint: 'gauge drops on rough road',
    symptoms: ['gauge-low', 'warm-only'],
    ambientC: 14,
    done: [
      beltIsSound,
      { step: 'charge.volts', point: 'bank', volts: 28.1, rpm: 1500 },
      {
        step: 'charge.volts',
        point: 'bank',
        volts: 26.2,
        rpm: 1500,
        unsteady: true,
        note: 'lug at ALT1 B+ moved by hand',
      },
      {
        repair: 'Tighten and clean the lug at the alternator B+ stud',
        point: 'alternator.B+',
        closes: ['joint.unsteady@bank', 'intermittent@bank'],
      },
      { step: 'charge.volts', point: 'bank', volts: 28.2, rpm: 1500 },
    ],
    remark: 'Driven twice round the yard: steady.',
  },
  // No crank: the plug in the frame lost the volts of the control wire.
  {
    unitId: 'G-05',
    day: '2026-03-12',
    technician: 'I. Dahl',
    reason: 'complaint',
    complaint: 'does nothing when the key is turned, now and then',
    symptoms: ['no-crank'],
    ambientC: -7,
    done: [
      { step: 'start.walk', point: 'bankRest', volts: 25.4 },
      { step: 'start.walk', point: 'bankJoints', answer: 'clean' },
      { step: 'start.walk', point: 'starterRest', volts: 25.4 },
      { step: 'start.walk', point: 'attempt', answer: 'nothing' },
      { step: 'run.volts', point: 'control:starter.control', volts: 5.9, during: 'crank' },
      {
        repair: 'Clean the plug of the control wire at the frame',
        point: 'starter',
        closes: ['start.control-circuit@starter'],
      },
      { step: 'run.volts', point: 'control:starter.control', volts: 0.6, during: 'crank' },
    ],
    remark: 'Ten good starts.',
  },
  // Before the third alternator: what the bank takes.
  {
    unitId: 'C-01',
    day: '2026-08-13',
    technician: 'T. Brandvold',
    reason: 'complaint',
    complaint: 'second alternator in seventeen months',
    symptoms: ['replaced-again'],
    ambientC: 16,
    done: [
      beltIsSound,
      { step: 'look.alternator', point: 'ALT1', mount: 'sound', wiring: 'sound', senseFuse: 'sound' },
      { step: 'charge.drop', point: 'positive', volts: 0.35, amps: 120, by: 'loads' },
      { step: 'charge.drop', point: 'negative', volts: 0.2, amps: 120, by: 'loads' },
      { step: 'charge.output', point: 'ALT1', peakAmps: 121, governedSpeed: true },
    ],
    remark: 'Alternator ordered. Recharge current and drain were not read: nobody asked.',
  },
  // A quick look between two trips: no sign of a fault, and no more than that.
  {
    unitId: 'P-12',
    day: '2025-12-29',
    technician: 'R. Hask',
    reason: 'quick',
    ambientC: -11,
    done: [
      beltIsSound,
      rest('A', 12.74),
      rest('B', 12.73),
      rest('C', 12.75),
      rest('D', 12.72),
      { step: 'start.crankVolts', point: 'bank', volts: 10.6, hold: 'settled' },
      { step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1400 },
      { step: 'charge.idle', point: 'bank', volts: 13.4, rpm: 750, loads: 'on' },
    ],
    remark: '',
  },
];

const SEED = 20_261_127;
const instant = (ms: number): string => new Date(ms).toISOString();

const visitOf = (story: StoryVisit, unit: Unit, index: number): Visit => {
  const random = seeded(SEED + index);
  let ms = Date.parse(`${story.day}T08:20:00Z`);
  const makeId = (): string => v7({ msecs: ms, random: random.bytes(16) });
  const head = {
    id: makeId(),
    at: instant(ms),
    technician: story.technician,
    reason: story.reason,
    ambientC: story.ambientC,
    ...(story.complaint === undefined ? {} : { complaint: story.complaint }),
    ...(story.symptoms === undefined ? {} : { symptoms: [...story.symptoms] }),
  };
  const readings: Reading[] = [];
  const events: VisitEvent[] = [];
  for (const done of story.done) {
    ms += 4 * 60_000;
    if ('step' in done) readings.push({ id: makeId(), at: instant(ms), ...done } as Reading);
    else
      events.push({
        kind: 'repaired',
        eventId: makeId(),
        at: instant(ms),
        by: story.technician,
        repair: {
          id: makeId(),
          at: instant(ms),
          point: done.point,
          action: done.repair,
          kind: 'other',
          closes: [...done.closes],
        },
      });
  }
  ms += 4 * 60_000;
  const repairs = events.flatMap((event) => (event.kind === 'repaired' ? [event.repair] : []));
  const { disposition } = judge({ unit, method: { profile: 'pile' }, visit: head, readings, repairs });
  events.push({
    kind: 'closed',
    eventId: makeId(),
    at: instant(ms),
    by: story.technician,
    remark: story.remark,
    signedBy: 'M. Holt',
    nextDue: proposedDue(disposition, story.day, {}),
  });
  return { opening: { unit, method: { profile: 'pile' }, visit: head }, takenBy: story.technician, readings, events };
};

/** Visits of the demo fleet out of the ordinary. @param unitOf a unit as it stood on a day */
export const storyVisits = (unitOf: (unitId: string, ms: number) => Unit): readonly Visit[] =>
  STORIES.map((story, index) => visitOf(story, unitOf(story.unitId, Date.parse(`${story.day}T08:20:00Z`)), index));
