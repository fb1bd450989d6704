import * as z from 'zod';
import { readingOf } from '../visit/readingBase';
import { failed, marginal, NO_LIMIT, passed, trouble, type Outcome, type Trouble } from '../visit/verdict';

export const lookBeltReading = readingOf('look.belt', {
  condition: z.enum(['sound', 'loose', 'worn', 'cracked', 'glazed', 'missing']),
});
export type LookBeltReading = z.infer<typeof lookBeltReading>;

export const lookAlternatorReading = readingOf('look.alternator', {
  mount: z.enum(['sound', 'loose']),
  wiring: z.enum(['sound', 'damaged']),
  senseFuse: z.enum(['sound', 'blown']).optional(),
});
export type LookAlternatorReading = z.infer<typeof lookAlternatorReading>;

export const lookJointReading = readingOf('look.joint', {
  condition: z.enum(['clean', 'corroded', 'loose', 'damaged']),
  deposit: z.enum(['none', 'white', 'blue-green', 'oxide']).optional(),
});
export type LookJointReading = z.infer<typeof lookJointReading>;

export const lookCaseReading = readingOf('look.case', {
  condition: z.enum(['sound', 'bulged', 'cracked', 'leaking']),
  electrolyte: z.enum(['covered', 'low', 'unseen']).optional(),
  fluid: z.enum(['clear', 'dark', 'speckled', 'unseen']).optional(),
});
export type LookCaseReading = z.infer<typeof lookCaseReading>;

export const lookLampReading = readingOf('look.lamp', {
  keyOn: z.enum(['lit', 'dark']),
  running: z.enum(['lit', 'dark']),
});
export type LookLampReading = z.infer<typeof lookLampReading>;

/** Every trouble seen fails the look; the reasons are joined. */
const seen = (troubles: readonly Trouble[], sound: string): Outcome =>
  troubles.length === 0
    ? passed(NO_LIMIT, sound)
    : failed(NO_LIMIT, troubles.map((t) => t.because).join(' '), troubles);

export const judgeLookBelt = ({ condition }: LookBeltReading): Outcome => {
  if (condition === 'sound') return passed(NO_LIMIT, 'Belt and tensioner are sound.');
  const found = [trouble('belt.drive', 'drive', `The belt is ${condition}: it may slip under load.`)];
  return condition === 'worn' ? marginal(NO_LIMIT, found[0]!.because, found) : seen(found, '');
};

export const judgeLookAlternator = ({ point, mount, wiring, senseFuse }: LookAlternatorReading): Outcome =>
  seen(
    [
      ...(mount === 'loose' ? [trouble('alternator.mount', point, 'The alternator mounting is loose.')] : []),
      ...(wiring === 'damaged' ? [trouble('alternator.wiring', point, 'Alternator wiring or plugs are damaged.')] : []),
      ...(senseFuse === 'blown'
        ? [trouble('alternator.sense-fuse', point, 'The sense fuse is blown: the regulator sees no bank.')]
        : []),
    ],
    'Mounting, wiring and fuses are sound.',
  );

export const judgeLookJoint = ({ point, condition }: LookJointReading): Outcome =>
  seen(
    condition === 'clean' ? [] : [trouble('joint.poor', point, `The joint ${point} is ${condition}.`)],
    'Joint clean and tight.',
  );

export const judgeLookCase = ({ point, condition, electrolyte, fluid }: LookCaseReading): Outcome =>
  seen(
    [
      ...(condition === 'sound'
        ? []
        : [trouble('battery.case', point, `The case is ${condition}: neither load nor charge it.`)]),
      ...(electrolyte === 'low'
        ? [
            trouble(
              'battery.low-electrolyte',
              point,
              'Electrolyte is under the plates: top up with distilled water to just cover, charge, look again.',
            ),
          ]
        : []),
      ...(fluid === 'dark' || fluid === 'speckled'
        ? [trouble('battery.shedding', point, `The fluid is ${fluid}: the plates shed.`)]
        : []),
    ],
    'Case sound.',
  );

const LAMP_TROUBLE: Record<string, string> = {
  'dark dark': 'The charge lamp stays dark with key on: bulb, fuse or exciter wire.',
  'lit lit': 'The charge lamp stays lit with the engine running: charging does not reach it.',
  'dark lit': 'The charge lamp is dark with key on and lit running: its wiring or the exciter is at fault.',
};

export const judgeLookLamp = ({ keyOn, running }: LookLampReading): Outcome => {
  const because = LAMP_TROUBLE[`${keyOn} ${running}`];
  return seen(
    because === undefined ? [] : [trouble('charge.lamp', 'dash', because)],
    'Charge lamp lit with key on, dark running.',
  );
};
