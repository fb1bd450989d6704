import { alternatorsOf } from '../unit/bank';
import { bankEnds, pathLayout, type StretchId } from '../unit/pathLayout';
import type { Unit } from '../unit/unit';
import type { ReadStep } from './reading';

/** A probe on a point of the path drawing, and what it touches there. */
export interface Probe {
  readonly at: string;
  readonly touch: string;
}

/** Where meter, clamp and pile go for one reading. */
export interface Leads {
  readonly red: Probe | null;
  readonly black: Probe | null;
  /** The amps clamp: the stretch it goes round, and which way its arrow points. */
  readonly clamp: { readonly at: StretchId | 'bank' | `post:${string}`; readonly words: string } | null;
  /** What the carbon pile loads. */
  readonly pile: { readonly at: 'starter' | 'bank'; readonly words: string } | null;
}

const NOTHING: Leads = { red: null, black: null, clamp: null, pile: null };

const JOINT_PARTNERS: Readonly<Record<string, readonly [red: string, black: string]>> = {
  'starter.B+': ['the stud', 'the lug of its cable'],
  'starter.ground': ['the ground stud or case, bare metal', 'the lug of the ground cable'],
  'block.ground': ['the block beside the lug, bare metal', 'the lug of the ground cable'],
  'alternator.B+': ['the stud', 'the lug of its cable'],
  'alternator.ground': ['the case or stud, bare metal', 'the bracket or lug it is grounded by'],
};

/** The numbered points of a unit's circuit, by id. */
const touches = (unit: Unit): ReadonlyMap<string, string> =>
  new Map(pathLayout(unit).testPoints.map(({ id, touch }) => [id, touch]));

/**
 * Where the probes go on this unit for a step at a point. Points are those of `pathLayout`; a joint outside the bank
 * at the alternators means the first one. Steps that are looked at have none.
 */
export const leadsFor = (unit: Unit, step: ReadStep, point: string, way: 'pile' | 'crank' = 'pile'): Leads => {
  const known = touches(unit);
  const probe = (at: string): Probe => ({ at, touch: known.get(at) ?? `post ${at[0]} ${at[1] === '-' ? '−' : '+'}` });
  const ends = bankEnds(unit);
  const plus = probe(`${ends.plus}+`);
  const minus = probe(`${ends.minus}-`);
  const ground = probe(unit.starter?.groundReturn === 'block' ? 'block.ground' : 'starter.ground');
  const alternator = alternatorsOf(unit)[0]?.id ?? 'ALT1';
  const between = (red: Probe, black: Probe, more: Partial<Leads> = {}): Leads => ({ ...NOTHING, red, black, ...more });
  switch (step) {
    case 'battery.openCircuit':
    case 'battery.load':
    case 'battery.conductance':
      return between(probe(`${point}+`), probe(`${point}-`));
    case 'battery.caseLeak':
      return between({ at: `${point}+`, touch: 'the case top between the posts' }, probe(`${point}-`));
    case 'battery.hydrometer':
      return NOTHING;
    case 'battery.starterLoad':
      return between(plus, minus);
    case 'start.crankVolts':
      return point === 'bank' ? between(plus, minus) : between(probe('starter.B+'), ground);
    case 'start.drop': {
      const pile =
        way === 'crank'
          ? {}
          : {
              clamp: { at: 'starter.positive' as const, words: 'the load lead, arrow to the pile' },
              pile: { at: 'starter' as const, words: 'across the starter: B+ to its ground' },
            };
      return point === 'positive' ? between(plus, probe('starter.B+'), pile) : between(ground, minus, pile);
    }
    case 'start.joint': {
      const partner = JOINT_PARTNERS[point];
      if (partner !== undefined) {
        const at = point.startsWith('alternator') ? point.replace('alternator', alternator) : point;
        return between({ at, touch: partner[0] }, { at, touch: partner[1] });
      }
      return between({ at: point, touch: 'the post itself' }, { at: point, touch: 'its clamp, bare metal' });
    }
    case 'start.solenoid':
      return between(probe('starter.B+'), probe('starter.motor'));
    case 'start.motor':
      return between(probe('starter.motor'), ground);
    case 'start.control':
      return between(plus, probe('starter.control'));
    case 'start.walk':
      return walkLeads(unit, point, probe, plus, minus, ground);
    case 'charge.volts': {
      if (known.has(`${point}.B+`)) return between(probe(`${point}.B+`), probe(`${point}.ground`));
      return point === 'bank' ? between(plus, minus) : between(probe(`${point}+`), probe(`${point}-`));
    }
    case 'charge.rise':
      return between(plus, minus);
    case 'charge.drop': {
      const more: Partial<Leads> = {
        clamp: { at: 'charge.positive', words: 'the charge cable, arrow to the bank' },
        pile: { at: 'bank', words: 'across the bank, as demand' },
      };
      return point === 'positive'
        ? between(probe(`${alternator}.B+`), plus, more)
        : between(minus, probe(`${alternator}.ground`), more);
    }
    case 'charge.output':
      return {
        ...NOTHING,
        clamp: { at: 'charge.positive', words: `the cable at the B+ stud of ${point}, arrow to the bank` },
        pile: { at: 'bank', words: 'across the bank, as demand' },
      };
    case 'charge.recharge':
      return {
        ...NOTHING,
        clamp: {
          at: /^[A-F]$/.test(point) ? `post:${point}` : 'bank',
          words:
            point === 'bank'
              ? 'all leads of one bank post together, arrow into the bank'
              : point.startsWith('set:')
                ? `the lead of set ${point.slice(4)}, arrow into it`
                : `one lead of battery ${point}, arrow into it`,
        },
      };
    case 'charge.ripple':
      return point === 'bank' ? between(plus, minus) : between(probe(`${point}.B+`), probe(`${point}.ground`));
    case 'charge.field':
      return between(plus, { at: `${alternator}.B+`, touch: 'the field terminal of the regulator' });
    case 'look.belt':
    case 'look.alternator':
    case 'look.joint':
    case 'look.case':
    case 'look.lamp':
      return NOTHING;
  }
};

const walkLeads = (
  unit: Unit,
  point: string,
  probe: (at: string) => Probe,
  plus: Probe,
  minus: Probe,
  ground: Probe,
): Leads => {
  const separate = unit.starter?.magneticSwitch === 'separate';
  const toGround = (red: Probe): Leads => ({ ...NOTHING, red, black: ground });
  switch (point) {
    case 'bankRest':
      return { ...NOTHING, red: plus, black: minus };
    case 'starterRest':
    case 'starterRestCleaned':
    case 'starterRestIsolator':
    case 'starterCranking':
      return toGround(probe('starter.B+'));
    case 'motorCranking':
      return toGround(probe('starter.motor'));
    case 'controlCranking':
      return toGround(probe('starter.control'));
    case 'switchOutputCranking':
      return toGround(separate ? probe('switch.output') : probe('starter.control'));
    case 'switchSupplyRest':
    case 'switchSupplyCranking':
      return toGround(separate ? probe('switch.supply') : probe('starter.B+'));
    case 'coilSignal':
      return toGround({
        at: separate ? 'switch.supply' : 'starter.control',
        touch: 'the coil terminal of the magnetic switch',
      });
    default:
      return NOTHING;
  }
};
