import { alternatorsOf } from '../unit/bank';
import { both, one, part, places, type FindingGroup, type FindingRecord } from './record';

const clean = one('clean', (name) => `Clean and brighten ${name}`);
const tighten = one('tighten', (name) => `Tighten ${name}`);
const newLug = one('replace', (name) => `Replace clamp or lug at ${name}`);

/** The side of the starter circuit a joint lies on. */
const starterSide = (at: string): 'positive' | 'negative' | null => {
  if (/^([A-F]\+|starter\.B\+)$/.test(at)) return 'positive';
  return /^([A-F]-|starter\.ground|block\.ground)$/.test(at) ? 'negative' : null;
};
const mends: FindingRecord['mends'] = (_, at) => {
  const side = starterSide(at);
  return side === null ? [] : [side];
};
/** What a lossy joint makes look lossy: its own other findings, and the cable it ends. */
const explains: FindingRecord['explains'] = (at, unit) => {
  const side = starterSide(at);
  const own = [`joint.resistive@${at}`, `joint.unsteady@${at}`, `intermittent@${at}`] as const;
  if (side !== null) return [...own, `cable.starter-${side}`, 'cable.starter', 'start.low-supply'];
  // Of several alternators the joint does not say which cable it ends.
  if (alternatorsOf(unit).length > 1) return own;
  if (at === 'alternator.B+') return [...own, 'cable.charge-positive', 'cable.charge', 'charge.low-rise'];
  return at === 'alternator.ground' ? [...own, 'cable.charge-negative', 'cable.charge', 'charge.low-rise'] : own;
};
const clampOrLug = part(() => 'Clamp or lug');

export const JOINT = {
  'joint.poor': {
    words: (at) => `Joint at ${at} is poor`,
    severity: 'repair',
    actions: both(clean, tighten, newLug),
    part: clampOrLug,
    mends,
    explains,
    against: (at) => places(['start.joint', at]),
  },
  'joint.resistive': {
    words: (at) => `Joint at ${at} loses volts`,
    severity: 'repair',
    actions: both(clean, tighten, newLug),
    part: clampOrLug,
    mends,
    explains,
    against: (at) => places(['look.joint', at]),
  },
  'joint.unsteady': {
    words: (at) => `Reading at ${at} is unsteady`,
    severity: 'recheck',
    actions: both(tighten, clean),
    mends,
    explains,
  },
} satisfies FindingGroup;
