import { present } from '../quantity/present';
const PLAIN_POINTS: Readonly<Record<string, string>> = {
  positive: 'positive side',
  negative: 'negative side',
  drive: 'drive',
  dash: 'dash',
  bank: 'bank',
  starter: 'starter',
  regulator: 'regulator',
  'starter.B+': 'starter B+ stud',
  'starter.ground': 'starter ground',
  'alternator.B+': 'alternator B+ stud',
  'alternator.ground': 'alternator ground',
  'block.ground': 'block ground',
  'bank+': 'bank +',
  'bank-': 'bank −',
  starterPositive: 'positive cable of the starter',
  starterGround: 'ground cable of the starter',
  chargePositive: 'positive cable of the alternator',
  chargeGround: 'ground cable of the alternator',
  link: 'links between batteries',
  'regulator.field': 'regulator field',
  bankRest: 'bank at rest',
  bankJoints: 'joints at the bank',
  starterRest: 'starter at rest',
  starterRestCleaned: 'starter at rest, cables cleaned',
  starterRestIsolator: 'starter at rest, isolator and link put right',
  starterRestBank: "starter B+ to the bank's negative post",
  attempt: 'trying to crank',
  starterCranking: 'starter while cranking',
  motorCranking: 'motor terminal while cranking',
  controlCranking: 'control terminal while cranking',
  pinion: 'pinion and ring gear',
  switchOutputCranking: 'output of the magnetic switch while cranking',
  switchSupplyRest: 'supply of the magnetic switch at rest',
  switchSupplyCranking: 'supply of the magnetic switch while cranking',
  coilSignal: 'coil of the magnetic switch',
};

const RUN_NAMES: Readonly<Record<string, string>> = {
  starterPositive: 'positive starter run',
  starterNegative: 'ground run of the starter',
  chargePositive: 'positive charging run',
  chargeNegative: 'ground run of the alternator',
  field: 'field run',
  control: 'control run',
};

/** A point of a run, or a stretch of it: `starterPositive:isolator.in`, `starterPositive:bank+-isolator.in`. */
const runPointName = (point: string): string | null => {
  const found = /^([A-Za-z]+)(?:\.([^:]+))?:(.+)$/.exec(point);
  const run = found === null ? undefined : RUN_NAMES[present(found[1])];
  if (found === null || run === undefined) return null;
  const [, , alternator, rest = ''] = found;
  const stretch = /^(bank-|[^-]+)-(.+)$/.exec(rest);
  const place =
    stretch === null ? pointName(rest) : `${pointName(present(stretch[1]))} to ${pointName(present(stretch[2]))}`;
  return `${run}${alternator === undefined ? '' : ` of ${alternator}`}, ${place}`;
};

/** A point in the trade's words: `A` is battery A, `A+` its positive post, `set:1` set 1. */
export const pointName = (point: string): string => {
  const plain = PLAIN_POINTS[point];
  if (plain !== undefined) return plain;
  if (/^[A-F]$/.test(point)) return `battery ${point}`;
  if (/^\d{1,2}$/.test(point)) return `cylinder ${point} in firing order`;
  if (/^[A-F][+-]$/.test(point)) return `post ${point[0]} ${point[1] === '+' ? '+' : '−'}`;
  if (point.startsWith('set:')) return `set ${point.slice(4)}`;
  if (point.startsWith('string:')) return `string ${point.slice(7)}`;
  if (point.startsWith('circuit:')) return `circuit ${point.slice(8)}`;
  if (/^[A-F]-[A-F]$/.test(point)) return `link ${point}`;
  const run = runPointName(point);
  if (run !== null) return run;
  const side = /^(positive|negative):(.+)$/.exec(point);
  if (side !== null) return `${side[1]} side of ${side[2]}`;
  return point;
};
