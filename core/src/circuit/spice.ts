import type { BatteryModel } from './batteryModel';
import type { Machine } from './machine';
import { NOTHING_ATTACHED, type OperatingPoint } from './operatingPoint';
import { starterNodes, wire } from './wiring';

/** Full precision, without an exponent sign SPICE could take for something else. */
const number = (value: number): string => value.toPrecision(15);

/** A device name: signs spelled out, since what stands beside them would be dropped. */
const word = (name: string): string =>
  name
    .replaceAll('+', ' plus')
    .replace(/-$/, ' minus')
    .replace(/[^A-Za-z0-9]+/g, '_');

/** Names nodes as the circuit does; the reference becomes 0. */
const nodeNames =
  (reference: string) =>
  (node: string): string =>
    node === reference ? '0' : node;

/** The inside of a battery from its positive post on: sense, what answers at once, and its force by its current. */
const batteryLines = (
  battery: BatteryModel,
  name: (node: string) => string,
  taking: boolean,
  atOnce: string,
  inner: readonly string[],
): string[] => {
  const { position, factor, cells, cca } = battery;
  const at = position;
  const sense = `I(Vs_${at})`;
  const volts = taking
    ? `${number((factor * cells) / 1.5)}*ln(1+max(${sense},0)/${number(battery.saturationAmps)})`
    : `${number(factor * cells * 0.1)}*asinh(${number(200 / cca)}*${sense})`;
  return [`Vs_${at} ${name(`${at}+`)} ${at}.in 0`, atOnce, ...inner, `Bp_${at} ${at}.u ${at}.e V=${volts}`];
};

const header = (title: string): string[] => [
  `* ${title}`,
  '* Nodes are the test points of the machine; 0 is the negative post of the bank. Ohm, volt, ampere.',
];

/**
 * One operating point as a SPICE netlist: every cable, joint and contact a resistor, every battery with its own
 * polarisation or overvoltage as a function of its current, the pile a resistor. Run with `ngspice -b file`.
 */
export const spiceOperatingPoint = (point: OperatingPoint, title: string): string => {
  const { network: reduced, machine, amps, emfs, alternators, volts } = point;
  const { network } = reduced;
  const name = nodeNames(network.reference);
  const lines = header(title);
  for (const { name: part, a, b, ohms } of network.resistors)
    lines.push(`R_${word(part)} ${name(a)} ${name(b)} ${number(ohms)}`);
  network.branches.forEach(({ name: part, a, b, ohms }, index) => {
    const given = amps[part]!;
    if (part.startsWith('battery ')) {
      const battery = machine.batteries.find(({ position }) => position === part.slice(8))!;
      const { quickVolts, slowVolts, surfaceVolts } = battery.state;
      const at = battery.position;
      const force = battery.restVolts + battery.factor * surfaceVolts - quickVolts - slowVolts;
      lines.push(
        ...batteryLines(battery, name, given < 0, `R0_${at} ${at}.in ${at}.r ${number(battery.ohmsAtOnce)}`, [
          `Vu_${at} ${at}.r ${at}.u 0`,
        ]),
        `Ve_${at} ${at}.e ${name(b)} ${number(force)}`,
      );
      return;
    }
    if (part === 'pile') {
      lines.push(`R_pile ${name(a)} ${name(b)} ${number((volts[a]! - volts[b]!) / -given)}`);
      return;
    }
    if (part === 'motor') {
      lines.push(`R_motor ${name(a)} motor.in ${number(ohms)}`, `V_motor motor.in ${name(b)} ${number(emfs[index]!)}`);
      return;
    }
    const model = alternators.find(({ id }) => part === `alternator ${id}`)!;
    const label = word(model.id);
    if (given <= 0) lines.push(`* ${model.id} gives nothing: the bank stands above its set volts`);
    else if (given >= model.mostAmps) lines.push(`I_${label} ${name(b)} ${name(a)} ${number(model.mostAmps)}`);
    else {
      const loop = (emfs[index]! - model.setVolts) / given;
      lines.push(
        `Vs_${label} ${name(a)} ${label}.in 0`,
        `R_${label} ${label}.in ${label}.e ${number(ohms)}`,
        `B_${label} ${label}.e ${label}.set V=${number(-loop)}*I(Vs_${label})`,
        `V_${label} ${label}.set ${name(b)} ${number(model.setVolts)}`,
      );
    }
  });
  lines.push('.options reltol=1e-8 abstol=1e-9 vntol=1e-9 gmin=1e-15', '.op', '.end', '');
  return lines.join('\n');
};

/**
 * A crank from standstill as a SPICE netlist for a transient analysis: batteries with their inner branches as resistors
 * and capacitors, the engine's speed as volts on a capacitor that holds its inertia, its angle as their integral.
 */
export const spiceCrank = (machine: Machine, title: string): string => {
  const network = wire(machine, { ...NOTHING_ATTACHED, cranking: true }, 0);
  const name = nodeNames(network.reference);
  const lines = header(title);
  for (const { name: part, a, b, ohms } of network.resistors)
    lines.push(`R_${word(part)} ${name(a)} ${name(b)} ${number(ohms)}`);
  for (const battery of machine.batteries) {
    const at = battery.position;
    const branch = battery.ohmsOfBranch;
    lines.push(
      ...batteryLines(battery, name, false, `R0_${at} ${at}.in ${at}.r ${number(battery.ohmsAtOnce)}`, [
        `R1_${at} ${at}.r ${at}.q ${number(branch)}`,
        `C1_${at} ${at}.r ${at}.q ${number(4 / branch)} IC=0`,
        `R2_${at} ${at}.q ${at}.u ${number(branch)}`,
        `C2_${at} ${at}.q ${at}.u ${number(60 / branch)} IC=0`,
      ]),
      `Be_${at} ${at}.e ${name(`${at}-`)} V=${number(battery.restVolts)}-${number(battery.restVoltsPerCharge)}*V(q_${at})`,
      // Charge taken out so far, as a share of the whole.
      `Bq_${at} 0 q_${at} I=-I(Vs_${at})/${number(3600 * battery.capacityAh)}`,
      `Cq_${at} q_${at} 0 1 IC=0`,
    );
  }
  const { starter } = machine;
  const turn = `max(V(speed),0)/${number(starter.referenceSpeed)}`;
  const friction = `0.35+${number(0.65 * starter.coldFactor)}*(0.5+0.6*exp(-10*${turn})+0.5*${turn})`;
  const compression = `sin(${number(starter.cylinders / 2)}*V(angle))`;
  lines.push(
    `Vs_motor ${starterNodes.motor} motor.in 0`,
    `R_motor motor.in motor.e ${number(starter.motorOhms)}`,
    `B_motor motor.e ${starterNodes.ground} V=${number(starter.voltSeconds)}*V(speed)`,
    `B_torque 0 speed I=${number(0.8 * starter.voltSeconds)}*I(Vs_motor)-${number(starter.referenceTorque)}*(${friction}+${compression})*tanh(V(speed)/0.1)`,
    `C_inertia speed 0 ${number(starter.inertia)} IC=0`,
    'B_angle 0 angle I=V(speed)',
    'C_angle angle 0 1 IC=0',
    '.options reltol=1e-5 abstol=1e-3 vntol=1e-5 itl4=200',
    '.tran 1m 3 0 0.5m uic',
    '.end',
    '',
  );
  return lines.join('\n');
};
