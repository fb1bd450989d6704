import { alternatorIds, FIXED_JOINTS, pointName, positions, type Reading, type Unit } from '@vaktman/core';

/** The fuse is measured, not looked at. */
type LookReading = Exclude<Extract<Reading, { step: `look.${string}` }>, { step: 'look.fuse' }>;
/** A look as it is recorded, without id and time. */
export type Seen = LookReading extends infer R ? (R extends LookReading ? Omit<R, 'id' | 'at'> : never) : never;

/** One answer to one look, with what it suggests. */
export interface LookChoice {
  readonly words: string;
  readonly hint: string;
  readonly seen: Seen;
}

/** One thing to look at; the first choice is the sound one. */
export interface LookRow {
  readonly step: Seen['step'];
  readonly point: string;
  readonly title: string;
  readonly choices: readonly LookChoice[];
}

const belt: LookRow = {
  step: 'look.belt',
  point: 'drive',
  title: 'Belt and tensioner',
  choices: (
    [
      ['sound', 'sound', ''],
      [
        'sound',
        'sound, speed holds',
        'By a mark or a tachometer on the pulley: only then may an alternator be replaced.',
        'holds',
      ],
      ['sound', 'pulley slips', 'A belt can look sound and slip: tighten or replace.', 'slips'],
      ['worn', 'worn', 'Watch it; order one.'],
      ['loose', 'loose', 'It slips under load: tighten or replace before the output is judged.'],
      ['cracked', 'cracked', 'Replace it.'],
      ['glazed', 'glazed', 'It slips when hot.'],
      ['missing', 'missing', 'Nothing charges without it.'],
    ] as const
  ).map(([condition, words, hint, speed]) => ({
    words,
    hint,
    seen: { step: 'look.belt', point: 'drive', condition, ...(speed === undefined ? {} : { speed }) },
  })),
};

const alternator = (id: string): LookRow => {
  const seen = (part: Partial<Extract<Seen, { step: 'look.alternator' }>>): Seen => ({
    step: 'look.alternator',
    point: id,
    mount: 'sound',
    wiring: 'sound',
    senseFuse: 'sound',
    ...part,
  });
  return {
    step: 'look.alternator',
    point: id,
    title: `${id}: mount, wiring, fuses`,
    choices: [
      { words: 'sound', hint: '', seen: seen({}) },
      { words: 'mount loose', hint: 'It throws the belt.', seen: seen({ mount: 'loose' }) },
      {
        words: 'wiring damaged',
        hint: 'Chewed or chafed: repair before the alternator is judged.',
        seen: seen({ wiring: 'damaged' }),
      },
      { words: 'sense fuse blown', hint: 'The regulator sees no bank.', seen: seen({ senseFuse: 'blown' }) },
    ],
  };
};

const joint = (point: string): LookRow => {
  const seen = (part: Partial<Extract<Seen, { step: 'look.joint' }>>): Seen => ({
    step: 'look.joint',
    point,
    condition: 'clean',
    deposit: 'none',
    ...part,
  });
  return {
    step: 'look.joint',
    point,
    title: `Joint, ${pointName(point)}`,
    choices: [
      { words: 'clean, tight', hint: '', seen: seen({}) },
      {
        words: 'white',
        hint: 'White: suspect undercharging. Clean and neutralise.',
        seen: seen({ condition: 'corroded', deposit: 'white' }),
      },
      {
        words: 'blue-green',
        hint: 'Blue-green: suspect overcharging. Clean and neutralise.',
        seen: seen({ condition: 'corroded', deposit: 'blue-green' }),
      },
      { words: 'dark film', hint: 'Oxide: brighten it.', seen: seen({ condition: 'corroded', deposit: 'oxide' }) },
      { words: 'loose', hint: 'Tight by hand is the least.', seen: seen({ condition: 'loose' }) },
      { words: 'damaged', hint: 'Replace clamp or lug.', seen: seen({ condition: 'damaged' }) },
      {
        words: 'not seen',
        hint: 'It counts as unread for what it could explain.',
        seen: seen({ condition: 'unseen' }),
      },
    ],
  };
};

const batteryCase = (position: string): LookRow => {
  const seen = (part: Partial<Extract<Seen, { step: 'look.case' }>>): Seen => ({
    step: 'look.case',
    point: position,
    condition: 'sound',
    electrolyte: 'unseen',
    fluid: 'unseen',
    ...part,
  });
  return {
    step: 'look.case',
    point: position,
    title: `Case of ${pointName(position)}`,
    choices: [
      { words: 'sound', hint: '', seen: seen({}) },
      { words: 'bulged', hint: 'Overcharged. Neither load nor charge it.', seen: seen({ condition: 'bulged' }) },
      { words: 'cracked', hint: 'Frost or a knock. Neither load nor charge it.', seen: seen({ condition: 'cracked' }) },
      {
        words: 'leaking',
        hint: 'Neither load nor charge it. Acid: rinse with much water.',
        seen: seen({ condition: 'leaking' }),
      },
      {
        words: 'frozen',
        hint: 'Warm it before anything else. Neither load nor charge it; the bank rests until then.',
        seen: seen({ condition: 'frozen' }),
      },
      {
        words: 'plates bare',
        hint: 'Top up with distilled water to just cover, charge, look again.',
        seen: seen({ electrolyte: 'low' }),
      },
      { words: 'fluid dark', hint: 'The plates shed.', seen: seen({ fluid: 'dark' }) },
      { words: 'not seen', hint: 'Boxed in or under a cover.', seen: seen({ condition: 'unseen' }) },
    ],
  };
};

const lamp: LookRow = {
  step: 'look.lamp',
  point: 'dash',
  title: 'Charge lamp',
  choices: [
    {
      words: 'on with key, off running',
      hint: '',
      seen: { step: 'look.lamp', point: 'dash', keyOn: 'lit', running: 'dark' },
    },
    {
      words: 'stays dark',
      hint: 'Bulb, fuse or exciter wire.',
      seen: { step: 'look.lamp', point: 'dash', keyOn: 'dark', running: 'dark' },
    },
    {
      words: 'lit while running',
      hint: 'The charging circuit tells of a fault: read on.',
      seen: { step: 'look.lamp', point: 'dash', keyOn: 'lit', running: 'lit' },
    },
  ],
};

const headlamps: LookRow = {
  step: 'look.headlamps',
  point: 'dash',
  title: 'Head lamps once running',
  choices: (
    [
      ['brighten', 'brighten', 'Something charges; how well the volts tell.'],
      ['same', 'stay the same', 'Nothing shows that it charges: read the running volts.'],
      ['dim', 'grow dimmer', 'Nothing shows that it charges: read the running volts.'],
    ] as const
  ).map(([running, words, hint]) => ({ words, hint, seen: { step: 'look.headlamps', point: 'dash', running } })),
};

const eye = (position: string): LookRow => ({
  step: 'look.eye',
  point: position,
  title: `Eye of ${pointName(position)}`,
  choices: (
    [
      ['charged', 'charged', 'It shows one cell of six.'],
      ['low', 'low', 'Charge, rest, read its volts.'],
      ['fluid-low', 'fluid low', 'Top up where the caps open.'],
      ['unseen', 'not seen', ''],
    ] as const
  ).map(([shows, words, hint]) => ({ words, hint, seen: { step: 'look.eye', point: position, shows } })),
});

/** Looks that the order of a visit does not owe, and that tell more when taken. */
export const furtherLooks = (unit: Unit): LookRow[] => [
  ...FIXED_JOINTS.map(joint),
  ...(alternatorIds(unit).length === 0 ? [] : [lamp, headlamps]),
  ...positions(unit).map(eye),
];

/** Everything to look at on a unit before the first reading, in the order one walks round it. */
export const lookRows = (unit: Unit): LookRow[] => [
  belt,
  ...alternatorIds(unit).map(alternator),
  ...positions(unit).flatMap((position) => [batteryCase(position), joint(`${position}+`), joint(`${position}-`)]),
];

type CaseSeen = Extract<Seen, { step: 'look.case' }>;
const isCase = (seen: Seen): seen is CaseSeen => seen.step === 'look.case';

/** True of an answer that stands by itself: sound, or not seen. */
const standsAlone = ({ seen }: LookChoice): boolean =>
  isCase(seen) &&
  (seen.condition === 'unseen' || (seen.condition === 'sound' && seen.electrolyte !== 'low' && seen.fluid !== 'dark'));

/** True where a part may have several faults at once. */
export const takesSeveral = ({ step }: LookRow): boolean => step === 'look.case';

/** Every choice a recorded look stands for: several where a part has several faults. */
export const chosenAll = (row: LookRow, reading: Reading | undefined): readonly LookChoice[] => {
  if (reading?.step !== 'look.case') {
    const one = chosen(row, reading);
    return one === null ? [] : [one];
  }
  const conditions: readonly string[] = [reading.condition, ...(reading.also ?? [])];
  const faults = row.choices.filter(
    ({ seen }) =>
      isCase(seen) &&
      ((seen.condition !== 'sound' && conditions.includes(seen.condition)) ||
        (seen.electrolyte === 'low' && reading.electrolyte === 'low') ||
        (seen.fluid === 'dark' && (reading.fluid === 'dark' || reading.fluid === 'speckled'))),
  );
  return faults.length > 0 ? faults : row.choices.slice(0, 1);
};

/**
 * What is recorded when a choice is pressed beside those that stand: of a case its faults together, and what was pressed
 * again taken away; of everything else the one pressed.
 */
export const seenWith = (row: LookRow, before: readonly LookChoice[], pressed: LookChoice): Seen => {
  if (!takesSeveral(row)) return pressed.seen;
  const kept = before.filter((own) => own !== pressed && !standsAlone(own));
  const first = row.choices[0] ?? pressed;
  const all = standsAlone(pressed)
    ? [pressed]
    : before.includes(pressed)
      ? kept.length > 0
        ? kept
        : [first]
      : [...kept, pressed];
  const cases = all.map(({ seen }) => seen).filter(isCase);
  const [one, ...others] = cases;
  if (one === undefined || others.length === 0) return all[0]?.seen ?? pressed.seen;
  const [condition = 'sound', ...also] = cases.map((seen) => seen.condition).filter((own) => own !== 'sound');
  return {
    ...one,
    condition,
    ...(also.length === 0 ? {} : { also: also.filter((own) => own !== 'unseen') }),
    electrolyte: cases.some(({ electrolyte }) => electrolyte === 'low') ? 'low' : 'unseen',
    fluid: cases.some(({ fluid }) => fluid === 'dark') ? 'dark' : 'unseen',
  } as CaseSeen;
};

/** True where nobody could see it, and the reason is kept. */
export const isUnseen = (seen: Seen): boolean => 'condition' in seen && seen.condition === 'unseen';

/** Why something was not seen; null where it was, or nobody said. */
export const unseenBecause = (reading: Reading | undefined): string | null => {
  if (reading === undefined || !('condition' in reading) || reading.condition !== 'unseen') return null;
  return (reading.step === 'look.case' ? reading.why : reading.note) ?? null;
};

/** What was not seen, with the reason. */
export const becauseOf = (seen: Seen, reason: string): Seen & { note?: string } =>
  isCase(seen) ? { ...seen, why: reason } : { ...seen, note: reason };

/** The choice a recorded look stands for, or null when it was recorded in other words. */
const chosen = (row: LookRow, reading: Reading | undefined): LookChoice | null => {
  if (reading === undefined) return null;
  const said = reading as unknown as Record<string, unknown>;
  const fitting = row.choices.filter(({ seen }) => Object.entries(seen).every(([key, value]) => said[key] === value));
  // Of several that fit, the one that says most.
  return fitting.reduce<LookChoice | null>(
    (most, choice) =>
      most === null || Object.keys(choice.seen).length > Object.keys(most.seen).length ? choice : most,
    null,
  );
};
