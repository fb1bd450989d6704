import { alternatorsOf, batteriesInOrder } from '../unit/bank';
import { USUAL_BELT_RATIO, type Unit } from '../unit/unit';
import { alternatorModel, type AlternatorFault, type AlternatorModel } from './alternatorModel';
import { BatteryModel } from './batteryModel';
import type { CablePlace, PlainFault } from './fault';
import { modelCableOhms, starterModel, type EngineDiffers, type StarterModel } from './starterModel';

/** A whole machine today: its unit, the cold, and what is wrong with it. */
export interface MachineInput {
  readonly unit: Unit;
  readonly celsius: number;
  /** Percent by position. */
  readonly stateOfChargePercent: Readonly<Record<string, number>>;
  readonly faults: readonly PlainFault[];
  readonly engine?: EngineDiffers | undefined;
}

/** A resistance that may be missing altogether. */
export type OhmsOrOpen = number | 'open';

export interface Machine extends MachineInput {
  readonly batteries: readonly BatteryModel[];
  readonly starter: StarterModel;
  readonly contactOhms: OhmsOrOpen;
  readonly controlOhms: OhmsOrOpen;
  readonly switchOhms: OhmsOrOpen;
  readonly coilOhms: number;
  readonly jointOhms: (joint: string) => number;
  readonly cableOhms: (cable: CablePlace) => number;
  readonly alternatorsAt: (engineRpm: number) => readonly AlternatorModel[];
  readonly parasiticAmps: number;
  /** Cylinder with half its compression, in firing order from 0; null when all are sound. */
  readonly weakCylinder: number | null;
}

/** A sound joint, ohm; the lower end of what is found on clean ones. */
const SOUND_JOINT = 2e-5;
const SOUND_CONTACT = 1e-4;
const SOUND_CONTROL = 0.02;
const SOUND_SWITCH = 4e-3;
/** Solenoid and its hold winding, ohm for each 12 V squared. */
const COIL_OHMS = 0.6;

const of = <Kind extends PlainFault['kind']>(
  faults: readonly PlainFault[],
  kind: Kind,
  at?: string,
): Extract<PlainFault, { kind: Kind }>[] =>
  faults.filter(
    (fault): fault is Extract<PlainFault, { kind: Kind }> =>
      fault.kind === kind && (at === undefined || fault.at === at),
  );

const contact = (
  faults: readonly { readonly milliohms?: number | undefined; readonly open?: true | undefined }[],
  sound: number,
): OhmsOrOpen => {
  if (faults.some(({ open }) => open === true)) return 'open';
  return faults.reduce((ohms, fault) => ohms + (fault.milliohms ?? 0) / 1000, sound);
};

const batteryModel = (input: MachineInput, position: string): BatteryModel => {
  const battery = input.unit.bank.batteries.find((candidate) => candidate.position === position)!;
  const weak = of(input.faults, 'battery.weak', position)[0];
  const sulphated = of(input.faults, 'battery.sulphated', position)[0];
  const flat = of(input.faults, 'battery.flat', position)[0];
  const percent = flat?.stateOfChargePercent ?? input.stateOfChargePercent[position] ?? 100;
  return new BatteryModel(
    battery,
    {
      age: (weak?.age ?? 1) * (sulphated === undefined ? 1 : (sulphated.age ?? 1.5)),
      sulphated: sulphated !== undefined,
      shortedCell: of(input.faults, 'battery.shorted-cell', position).length > 0,
      stateOfCharge: percent / 100,
    },
    input.celsius,
  );
};

const alternatorFault = (faults: readonly PlainFault[], id: string): AlternatorFault | null => {
  if (of(faults, 'alternator.diode-shorted', id).length > 0) return 'diode-shorted';
  if (of(faults, 'alternator.phase-lost', id).length > 0) return 'phase-lost';
  return of(faults, 'alternator.diode-open', id).length > 0 ? 'diode-open' : null;
};

const weakCylinderOf = (faults: readonly PlainFault[]): number | null => {
  const [first] = of(faults, 'engine.compression');
  return first === undefined ? null : Number(first.at) - 1;
};

/** Builds the machine of a unit, with its faults, as electrical figures. Nothing of it is drawn by hand. */
export const buildMachine = (input: MachineInput): Machine => {
  const { unit, faults, celsius } = input;
  const k = unit.systemVolts / 12;
  const joints = new Map<string, number>();
  for (const { at, milliohms } of of(faults, 'joint.resistive'))
    joints.set(at, (joints.get(at) ?? SOUND_JOINT) + milliohms / 1000);
  const jointOhms = (joint: string): number => joints.get(joint) ?? SOUND_JOINT;
  const cables = new Map<CablePlace, number>();
  const cableOhms = (cable: CablePlace): number => {
    const known = cables.get(cable);
    if (known !== undefined) return known;
    const area = of(faults, 'cable.undersized', cable)[0]?.areaMm2;
    const factor = of(faults, 'cable.corroded', cable).reduce((product, fault) => product * fault.factor, 1);
    const ohms = modelCableOhms(unit, cable, celsius, area) * factor;
    cables.set(cable, ohms);
    return ohms;
  };
  const motorFactor = of(faults, 'starter.motor').reduce((product, { factor }) => product * factor, 1);
  const slip = of(faults, 'belt.slips').reduce((product, { factor }) => product * factor, 1);
  return {
    ...input,
    batteries: batteriesInOrder(unit.bank).map(({ position }) => batteryModel(input, position)),
    starter: starterModel(unit, celsius, motorFactor, input.engine),
    contactOhms: contact(of(faults, 'starter.contacts'), SOUND_CONTACT),
    controlOhms: contact(of(faults, 'start.control-wire'), SOUND_CONTROL * k),
    switchOhms: contact(of(faults, 'start.magnetic-switch'), SOUND_SWITCH),
    coilOhms: COIL_OHMS * k * k,
    jointOhms,
    cableOhms,
    alternatorsAt: (engineRpm) =>
      alternatorsOf(unit).map(({ id, ratedAmps }) =>
        alternatorModel({
          id,
          ratedAmps,
          systemFactor: k,
          celsius,
          engineRpm,
          beltRatio: unit.engine?.beltRatio ?? USUAL_BELT_RATIO,
          slip,
          weakness: of(faults, 'alternator.weak', id).reduce((product, { factor }) => product * factor, 1),
          fault: alternatorFault(faults, id),
          offsetVolts: of(faults, 'regulator.offset', id).reduce((sum, { volts }) => sum + volts, 0),
          senseLost: of(faults, 'alternator.sense-fuse', id).length > 0,
        }),
      ),
    weakCylinder: weakCylinderOf(faults),
    parasiticAmps: of(faults, 'parasitic').reduce((sum, { amps }) => sum + amps, 0),
  };
};
