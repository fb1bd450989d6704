import { describe, expect, it } from 'vitest';
import { battery, loaded, minute, rested, soundVisit, visitWith, type Written } from '../../test/visitFixture';
import {
  CAUTIONS,
  CAUTION_WORDS,
  present,
  recordedVisit,
  visitEventSchema,
  visitRecord,
  type RecordedVisit,
  type VisitEvent,
} from '../index';

const id = (count: number): string => `018f0000-0000-7000-8000-${String(count).padStart(12, '0')}`;
type Happened = VisitEvent extends infer E ? (E extends VisitEvent ? Omit<E, 'eventId' | 'by'> : never) : never;

const recorded = (readings: readonly Written[], happened: readonly Happened[] = []): RecordedVisit => {
  const file = visitWith(readings);
  const events = happened.map((event, index) =>
    visitEventSchema.parse({ ...event, eventId: id(index + 1), by: 'I. Dahl' }),
  );
  return recordedVisit({
    opening: { unit: file.unit, method: file.method, visit: file.visit },
    readings: file.readings,
    events,
    takenBy: Object.fromEntries(file.readings.map((reading) => [reading.id, 'R. Hask'])),
    amended: {},
  });
};
const words = (detail: RecordedVisit) => visitRecord(detail, (iso) => iso.slice(11, 16), undefined, 'Oslo');

describe('the record of a visit', () => {
  it('heads with when, who, why and by which method', () => {
    const { head } = words(recorded([]));
    expect(Object.fromEntries(head)).toMatchObject({
      Visit: expect.stringMatching(/^\d\d:\d\d, Oslo$/) as string,
      Technician: 'I. Dahl',
      Reason: 'preventive maintenance',
      System: '12 V, 1S4P',
      Air: '21.1 °C',
      Method: expect.stringMatching(/^Carbon pile, version \d+$/) as string,
    });
  });
  it('lists each reading with what it was held against, how far off, and by whom', () => {
    const [batteries] = words(recorded([rested('A', 12.7), loaded('A', 8.71)])).stages;
    const row = present(batteries?.rows.find(({ test }) => test === 'Load test, battery A'));
    expect(row).toMatchObject({ verdict: 'fail', verdictWord: 'failed', by: 'R. Hask' });
    expect(row.read).toMatch(/^8\.71 V under 465 A/);
    expect(row.limit).toMatch(/^min 9\.60 V/);
    expect(row.margin).toBe('−0.89');
  });
  it('marks a margin that is kept with a plus, so that it is not taken for a value', () => {
    const [batteries] = words(recorded([rested('A', 12.7)])).stages;
    expect(batteries?.rows[0]?.margin).toBe('+0.30');
  });
  it('keeps what was read before a retake, with how it was judged', () => {
    const [batteries] = words(
      recorded([rested('A', 12.2), { ...rested('A', 12.7), at: minute(40) } as Written]),
    ).stages;
    expect(batteries?.rows).toHaveLength(1);
    expect(batteries?.rows[0]?.retakes).toEqual([expect.stringMatching(/^12\.20 V.*: /)]);
  });
  it('says what was not read', () => {
    const { missing, dispositionWord } = words(recorded([rested('A', 12.7)]));
    expect(dispositionWord).toBe('unfinished');
    expect(missing).toContain('Load test, battery A');
    expect(words(recorded(soundVisit())).missing).toEqual([]);
  });
  it('tells of a replaced battery what came and what it took the place of', () => {
    const { batteries, repairs } = words(
      recorded(
        [rested('B', 12.7), loaded('B', 8.5)],
        [
          {
            kind: 'repaired',
            at: minute(30),
            repair: {
              id: id(90),
              at: minute(30),
              point: 'B',
              action: 'Replace battery B',
              kind: 'replace',
              closes: ['battery.weak@B'],
            },
            fitted: [
              {
                position: 'B',
                batteryId: id(91),
                battery: {
                  chemistry: 'flooded',
                  duty: 'truck',
                  serial: 'BR-77001',
                  make: 'Brannfell',
                  rating: { value: 920, standard: 'SAE' },
                },
                old: 'scrap',
              },
            ],
          },
        ],
      ),
    );
    const [, text] = present(batteries.find(([position]) => position === 'B'));
    expect(text).toMatch(/^Brannfell, BR-77001, 920 A SAE, flooded; in place of make not on record, no serial/);
    expect(repairs).toEqual([expect.stringMatching(/Replace battery B; B is now Brannfell BR-77001$/)]);
  });
  it('lists the cautions that were acknowledged, in full', () =>
    expect(
      words(recorded([], [{ kind: 'cautions-acknowledged', at: minute(0), cautions: [...CAUTIONS] }])).cautions,
    ).toEqual(CAUTIONS.map((caution) => CAUTION_WORDS[caution])));
  it('says beside a finding what was decided about it', () => {
    const { findings } = words(
      recorded(
        [rested('A', 12.1)],
        [
          {
            kind: 'planned',
            at: minute(5),
            finding: 'battery.low-charge@A',
            action: 'Recharge battery A, let it rest',
            point: 'A',
          },
          { kind: 'refused', at: minute(6), finding: 'battery.low-charge@A', reason: 'the charger is in use' },
        ],
      ),
    );
    expect(findings.find(({ title }) => title === 'Low on charge: battery A')?.decided).toEqual([
      'To do: Recharge battery A, let it rest (I. Dahl)',
      expect.stringMatching(/^Nothing done: the charger is in use \(I\. Dahl, \d\d:\d\d\)$/),
    ]);
  });
});

describe('what happened in a visit, in words', () => {
  const told = (event: Happened): string => words(recorded([], [event])).events[0] ?? '';
  it.each([
    [
      { kind: 'wait-skipped', at: minute(3), wait: 'pile and battery cool', reason: 'storm' },
      'did not wait (pile and battery cool): storm',
    ],
    [
      { kind: 'step-skipped', at: minute(3), step: 'battery.hydrometer', point: 'A', reason: 'caps do not open' },
      'skipped Hydrometer, every cell, battery A: caps do not open',
    ],
    [
      { kind: 'point-named', at: minute(3), run: 'starterNegative', point: 'frame stud', after: 'starter.ground' },
      'named a place along ground run of the starter, frame stud',
    ],
    [{ kind: 'discarded', at: minute(3), reason: 'wrong machine' }, 'discarded, opened by mistake: wrong machine'],
  ] as const)('%j', (event, text) => {
    expect(told(event as Happened)).toMatch(/^\d\d:\d\d, I\. Dahl: /);
    expect(told(event as Happened)).toContain(text);
  });
  it('is not said twice of what stands elsewhere on the record', () => {
    expect(told({ kind: 'closed', at: minute(9), remark: 'as seen', signedBy: 'M. Holt' })).toBe('');
    expect(told({ kind: 'refused', at: minute(9), finding: 'battery.weak@B', reason: 'later' })).toBe('');
  });
  it('closes with who signed, the remark and when it is due again', () => {
    const { closing } = words(
      recorded(soundVisit(), [
        {
          kind: 'closed',
          at: minute(90),
          remark: 'as seen',
          signedBy: 'M. Holt',
          nextDue: { date: '2027-05-20', engineHours: 6200 },
        },
      ]),
    );
    expect(Object.fromEntries(closing)).toMatchObject({
      'Signed off by': 'M. Holt',
      Remark: 'as seen',
      'Next due': '20 May 2027, or 6200 h',
    });
  });
  it('says of an open visit that it is not closed', () =>
    expect(words(recorded([])).closing).toEqual([['Closed', 'not closed yet']]));
});

describe('batteries on the record', () => {
  it('stand in order, also where the unit lists them otherwise', () => {
    const file = visitWith([], {});
    const unit = {
      ...file.unit,
      bank: { ...file.unit.bank, batteries: ['D', 'B', 'A', 'C'].map((at) => battery(at)) },
    };
    const detail = recordedVisit({
      opening: { unit, method: file.method, visit: file.visit },
      readings: [],
      events: [],
      takenBy: {},
      amended: {},
    });
    expect(words(detail).batteries.map(([position]) => position)).toEqual(['A', 'B', 'C', 'D']);
  });
});
