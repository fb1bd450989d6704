import { both, one, part, places, type FindingGroup, type FindingRecord } from './record';

const clean = one('clean', (name) => `Clean and brighten ${name}`);
const tighten = one('tighten', (name) => `Tighten ${name}`);
const newLug = one('replace', (name) => `Replace clamp or lug at ${name}`);

/** The side of the starter circuit a joint lies on. */
const mends: FindingRecord['mends'] = (_, at) => {
  if (/^([A-F]\+|starter\.B\+)$/.test(at)) return ['positive'];
  return /^([A-F]-|starter\.ground|block\.ground)$/.test(at) ? ['negative'] : [];
};
const clampOrLug = part(() => 'Clamp or lug');

export const JOINT = {
  'joint.poor': {
    words: (at) => `Joint at ${at} is poor`,
    severity: 'repair',
    actions: both(clean, tighten, newLug),
    part: clampOrLug,
    mends,
    against: (at) => places(['start.joint', at]),
  },
  'joint.resistive': {
    words: (at) => `Joint at ${at} loses volts`,
    severity: 'repair',
    actions: both(clean, tighten, newLug),
    part: clampOrLug,
    mends,
    against: (at) => places(['look.joint', at]),
  },
  'joint.unsteady': {
    words: (at) => `Reading at ${at} is unsteady`,
    severity: 'recheck',
    actions: both(tighten, clean),
    mends,
  },
} satisfies FindingGroup;
