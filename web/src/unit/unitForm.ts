import { unitDraftSchema, type UnitDetail, type UnitDraft } from '@vaktman/contract';
import {
  ARRANGEMENTS,
  batteriesInOrder,
  parseArrangement,
  problemsOf,
  type Arrangement,
  type Cable,
  type Unit,
} from '@vaktman/core';
import { apartFrom, apartOf, EMPTY_APART, type ApartFormFields } from './apartForm';
import { cardFrom, cardOf, cardTemplate, EMPTY_CARD, type CardFormFields } from './cardForm';
import { filled, group, text } from './typedFields';
import type { Resolver } from 'react-hook-form';
import { errorTree, numberTyped, textTyped } from '../control/draftForm';
import { errorsByField } from './unitFormErrors';

/** One battery as typed. */
export interface BatteryFormFields {
  make: string;
  serial: string;
  fitted: string;
  ratingValue: string;
  ratingStandard: string;
  chemistry: string;
  duty: string;
  capacityAh: string;
  set: string;
}

/** The stretches of cable a unit is described with, in the order of the circuit. */
export const CABLE_KEYS = ['starterPositive', 'starterGround', 'chargePositive', 'chargeGround', 'link'] as const;
export type CableKey = (typeof CABLE_KEYS)[number];

/** One cable as typed: its size in square millimetres or as a gauge, and its length. */
export interface CableFormFields {
  size: string;
  sizeUnit: string;
  lengthM: string;
}

/** The form as typed: texts only, so that nothing half-typed is lost or rounded. */
export interface UnitFormFields extends ApartFormFields {
  id: string;
  description: string;
  yardId: string;
  systemVolts: string;
  /** Nominal volts of each battery of the bank: 6 or 12. */
  batteryVolts: string;
  arrangement: string;
  batteries: BatteryFormFields[];
  groundReturn: string;
  magneticSwitch: string;
  /** Where each regulator sits; empty when nobody said. */
  alternators: { id: string; ratedAmps: string; ground: string; remoteSense: string; regulator: string }[];
  /** The method the unit is judged by; empty follows the fleet. */
  profile: string;
  cables: Record<CableKey, CableFormFields>;
  cylinders: string;
  oil: string;
  beltRatio: string;
  makerLimits: { name: string; value: string }[];
  card: CardFormFields;
}

export const EMPTY_BATTERY: BatteryFormFields = {
  make: '',
  serial: '',
  fitted: '',
  ratingValue: '',
  ratingStandard: 'SAE',
  chemistry: 'flooded',
  duty: 'truck',
  capacityAh: '',
  set: '',
};

export const EMPTY_ALTERNATOR: UnitFormFields['alternators'][number] = {
  id: '',
  ratedAmps: '',
  ground: 'case',
  remoteSense: 'no',
  regulator: '',
};

export const arrangementsFor = (systemVolts: string, batteryVolts: string): readonly Arrangement[] =>
  ARRANGEMENTS.filter(
    (arrangement) => parseArrangement(arrangement).series === Number(systemVolts) / Number(batteryVolts),
  );

export const batteryCount = (arrangement: string): number => {
  const { series, parallel } = parseArrangement(arrangement as Arrangement);
  return series * parallel;
};

const cableFrom = (cable: Cable | undefined): CableFormFields => ({
  size: cable?.areaMm2 === undefined ? (cable?.awg ?? '') : String(cable.areaMm2),
  sizeUnit: cable?.areaMm2 === undefined && cable?.awg !== undefined ? 'awg' : 'mm2',
  lengthM: text(cable?.lengthM),
});
const cablesFrom = (cables: NonNullable<Unit['cables']>): Record<CableKey, CableFormFields> =>
  Object.fromEntries(CABLE_KEYS.map((key) => [key, cableFrom(cables[key])])) as Record<CableKey, CableFormFields>;

/** @param area how cable sizes are typed, until somebody says otherwise */
export const emptyForm = (yardId: string, area: 'mm2' | 'awg' = 'mm2'): UnitFormFields => ({
  id: '',
  description: '',
  yardId,
  systemVolts: '12',
  batteryVolts: '12',
  arrangement: '1S2P',
  batteries: [EMPTY_BATTERY, EMPTY_BATTERY],
  groundReturn: 'cable',
  magneticSwitch: 'separate',
  alternators: [{ ...EMPTY_ALTERNATOR, id: 'ALT1' }],
  profile: '',
  cables: Object.fromEntries(CABLE_KEYS.map((key) => [key, { ...cableFrom(undefined), sizeUnit: area }])) as Record<
    CableKey,
    CableFormFields
  >,
  cylinders: '',
  oil: '',
  beltRatio: '',
  makerLimits: [],
  card: EMPTY_CARD,
  ...EMPTY_APART,
});

export const formFrom = ({
  unit,
  yardId,
  profile,
  card,
}: Pick<UnitDetail, 'unit' | 'yardId' | 'profile' | 'card'>): UnitFormFields => ({
  id: unit.id,
  description: unit.description,
  yardId,
  systemVolts: String(unit.systemVolts),
  batteryVolts: String(unit.bank.batteries[0]?.nominalVolts ?? 12),
  arrangement: unit.bank.arrangement,
  batteries: batteriesInOrder(unit.bank).map((battery) => ({
    make: text(battery.make),
    serial: text(battery.serial),
    fitted: text(battery.fitted),
    ratingValue: text(battery.rating?.value),
    ratingStandard: battery.rating?.standard ?? 'SAE',
    chemistry: battery.chemistry,
    duty: battery.duty,
    capacityAh: text(battery.capacityAh),
    set: text(battery.set),
  })),
  groundReturn: unit.starter?.groundReturn ?? 'cable',
  magneticSwitch: unit.starter?.magneticSwitch ?? 'separate',
  alternators: (unit.alternators ?? []).map(({ id, ratedAmps, ground, remoteSense, regulator }) => ({
    id,
    ratedAmps: text(ratedAmps),
    ground,
    remoteSense: remoteSense ? 'yes' : 'no',
    regulator: regulator ?? '',
  })),
  profile: profile ?? '',
  cables: cablesFrom(unit.cables ?? {}),
  cylinders: text(unit.engine?.cylinders),
  oil: unit.engine?.oil ?? '',
  beltRatio: text(unit.engine?.beltRatio),
  makerLimits: Object.entries(unit.makerLimits ?? {}).flatMap(([name, value]) =>
    typeof value === 'number' && name !== 'drainAmps' ? [{ name, value: String(value) }] : [],
  ),
  card: cardFrom(card),
  ...apartFrom(unit),
});

/** A form filled after the likeness of a unit: what is wired the same, without number, serials and fitted dates. */
export const templateFrom = (detail: Pick<UnitDetail, 'unit' | 'yardId' | 'profile' | 'card'>): UnitFormFields => {
  const form = formFrom(detail);
  return {
    ...form,
    id: '',
    batteries: form.batteries.map((battery) => ({ ...battery, serial: '', fitted: '' })),
    card: cardTemplate(form.card),
  };
};

const cableOf = ({ size, sizeUnit, lengthM }: CableFormFields): object => ({
  ...(size.trim() === '' ? {} : sizeUnit === 'awg' ? { awg: size.trim() } : { areaMm2: numberTyped(size) }),
  ...filled('lengthM', numberTyped(lengthM)),
});

const describedCables = (form: UnitFormFields): Record<string, object> =>
  Object.fromEntries(
    CABLE_KEYS.flatMap((key): [string, object][] => {
      const cable = cableOf(form.cables[key]);
      return Object.keys(cable).length === 0 ? [] : [[key, cable]];
    }),
  );

/** The form as a unit description, unchecked. What the form does not show is kept from the unit as it was. */
const unchecked = (form: UnitFormFields, before: UnitDetail | null): unknown => {
  const { series } = parseArrangement(form.arrangement as Arrangement);
  const {
    cables: _cables,
    engine: _engine,
    takeOff: _takeOff,
    memoryPower: _memoryPower,
    keyOffWaitMinutes: _wait,
    makerLimits,
    ...kept
  } = before?.unit ?? {};
  return {
    yardId: form.yardId,
    card: cardOf(form.card),
    profile: form.profile === '' ? null : form.profile,
    ...filled('revision', before?.revision),
    unit: {
      ...kept,
      id: form.id.trim(),
      description: form.description.trim(),
      systemVolts: Number(form.systemVolts),
      bank: {
        arrangement: form.arrangement,
        batteries: form.batteries.slice(0, batteryCount(form.arrangement)).map((battery, index) => ({
          position: 'ABCDEF'[index],
          string: Math.floor(index / series) + 1,
          ...(series === 1 ? filled('set', numberTyped(battery.set)) : {}),
          chemistry: battery.chemistry,
          duty: battery.duty,
          ...(form.batteryVolts === '12' ? {} : { nominalVolts: Number(form.batteryVolts) }),
          ...(textTyped(battery.ratingValue) === undefined
            ? {}
            : { rating: { value: numberTyped(battery.ratingValue), standard: battery.ratingStandard } }),
          ...filled('capacityAh', numberTyped(battery.capacityAh)),
          ...filled('make', textTyped(battery.make)),
          ...filled('serial', textTyped(battery.serial)),
          ...filled('fitted', textTyped(battery.fitted)),
        })),
      },
      starter: {
        ratedVolts:
          before?.unit.systemVolts === Number(form.systemVolts)
            ? (before.unit.starter?.ratedVolts ?? before.unit.systemVolts)
            : Number(form.systemVolts),
        groundReturn: form.groundReturn,
        magneticSwitch: form.magneticSwitch,
      },
      alternators: form.alternators.map(({ id, ratedAmps, ground, remoteSense, regulator }) => ({
        id: id.trim(),
        ...filled('ratedAmps', numberTyped(ratedAmps)),
        ground,
        remoteSense: remoteSense === 'yes',
        ...filled('regulator', textTyped(regulator)),
      })),
      ...apartOf(form, before?.unit),
      ...group('cables', describedCables(form)),
      ...group('engine', {
        ...filled('cylinders', numberTyped(form.cylinders)),
        ...filled('oil', textTyped(form.oil)),
        ...filled('beltRatio', numberTyped(form.beltRatio)),
      }),
      ...group('makerLimits', {
        ...filled('starterDropRule', makerLimits?.starterDropRule),
        ...filled('chargeDropRule', makerLimits?.chargeDropRule),
        ...filled('drainAmps', numberTyped(form.parkedAmps)),
        ...Object.fromEntries(
          form.makerLimits
            .filter(({ name }) => name !== '')
            .map(({ name, value }) => [name, numberTyped(value) ?? NaN]),
        ),
      }),
    },
  };
};

export type CheckedForm =
  | { readonly ok: true; readonly draft: UnitDraft }
  | { readonly ok: false; readonly errors: Readonly<Record<string, string>> };

/** Checks the form with the same schema the server and the files use. */
export const checkForm = (form: UnitFormFields, before: UnitDetail | null): CheckedForm => {
  const input = unchecked(form, before);
  const parsed = unitDraftSchema.safeParse(input);
  return parsed.success
    ? { ok: true, draft: parsed.data }
    : { ok: false, errors: errorsByField(problemsOf(parsed.error, input), form) };
};

/** The same as a resolver for the form library. */
export const formResolver =
  (before: UnitDetail | null): Resolver<UnitFormFields> =>
  (form) => {
    const checked = checkForm(form, before);
    if (checked.ok) return { values: form, errors: {} };
    return { values: {}, errors: errorTree(checked.errors) } as Awaited<ReturnType<Resolver<UnitFormFields>>>;
  };
