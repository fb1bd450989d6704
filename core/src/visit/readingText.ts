import { ampsText, celsiusText, figure, voltsText } from '../quantity/display';
import type { Reading } from './reading';

const answersText = (...answers: readonly (string | undefined)[]): string =>
  answers.filter((answer) => answer !== undefined && answer !== 'none' && answer !== 'unseen').join(', ');

const atRpm = (rpm: number): string => ` at ${figure(rpm, 0)} rpm`;

/** What a reading says, in one line with units, as a record prints it. */
export const readingText = (reading: Reading): string => {
  switch (reading.step) {
    case 'look.belt':
      return reading.condition;
    case 'look.alternator':
      return answersText(
        `mount ${reading.mount}`,
        `wiring ${reading.wiring}`,
        reading.senseFuse === undefined ? undefined : `sense fuse ${reading.senseFuse}`,
      );
    case 'look.joint':
      return answersText(reading.condition, reading.deposit === 'none' ? undefined : reading.deposit);
    case 'look.case':
      return answersText(
        reading.condition,
        reading.electrolyte === 'low' ? 'plates bare' : undefined,
        reading.fluid === 'dark' || reading.fluid === 'speckled' ? `fluid ${reading.fluid}` : undefined,
      );
    case 'look.lamp':
      return `key on ${reading.keyOn}, running ${reading.running}`;
    case 'battery.hydrometer':
      return `${reading.cells.map((cell) => figure(cell, 3)).join(' ')} at ${celsiusText(reading.electrolyteC)}`;
    case 'battery.conductance':
      return `${ampsText(reading.measured)} ${reading.standard}, set to ${reading.setTo}`;
    case 'battery.load':
      return `${voltsText(reading.lowestVolts)} under ${ampsText(reading.amps)} for ${figure(reading.seconds, 1)} s`;
    case 'battery.starterLoad':
      return `${reading.lowestVolts.map((volts) => figure(volts, 2)).join(', ')} V lowest`;
    case 'start.drop':
      return `${voltsText(reading.volts)}${reading.amps === undefined ? '' : ` at ${ampsText(reading.amps)}`}, by ${reading.by}`;
    case 'start.crankVolts':
      return `${voltsText(reading.volts)} ${reading.hold === 'lowest' ? 'lowest' : 'settled'}`;
    case 'start.walk':
      return reading.answer ?? (reading.volts === undefined ? 'not read' : voltsText(reading.volts));
    case 'charge.volts':
    case 'charge.rise':
      return voltsText(reading.volts) + atRpm(reading.rpm);
    case 'charge.drop':
      return `${voltsText(reading.volts)} at ${ampsText(reading.amps)}`;
    case 'charge.output':
      return `${ampsText(reading.peakAmps)} peak, ${reading.governedSpeed ? 'governed speed' : 'slower'}`;
    case 'charge.recharge':
      return `${ampsText(reading.amps)} after ${figure(reading.minutes, 0)} min, loads ${reading.loads}`;
    case 'charge.ripple':
      return `${figure(reading.acVolts, 3)} V AC`;
    case 'battery.openCircuit':
    case 'battery.caseLeak':
    case 'start.joint':
    case 'start.solenoid':
    case 'start.motor':
    case 'start.control':
    case 'charge.field':
      return voltsText(reading.volts);
  }
};

/** The one number of a reading that is held against its limit, for comparing before with after; null where there is none. */
export const mainValue = (reading: Reading): { readonly value: number; readonly unit: 'V' | 'A' } | null => {
  switch (reading.step) {
    case 'battery.load':
      return { value: reading.lowestVolts, unit: 'V' };
    case 'battery.starterLoad':
      return { value: Math.min(...reading.lowestVolts), unit: 'V' };
    case 'charge.output':
      return { value: reading.peakAmps, unit: 'A' };
    case 'charge.recharge':
      return { value: reading.amps, unit: 'A' };
    case 'charge.ripple':
      return { value: reading.acVolts, unit: 'V' };
    case 'battery.conductance':
      return { value: reading.measured, unit: 'A' };
    default:
      return 'volts' in reading && reading.volts !== undefined ? { value: reading.volts, unit: 'V' } : null;
  }
};
