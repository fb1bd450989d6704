import { unitDraftSchema, type UnitDetail, type UnitDraft } from '@vaktman/contract';
import { ARRANGEMENTS, batteriesInOrder, parseArrangement, problemsOf, type Arrangement } from '@vaktman/core';
import type { Resolver } from 'react-hook-form';

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

/** The form as typed: texts only, so that nothing half-typed is lost or rounded. */
export interface UnitFormFields {
  id: string;
  description: string;
  yardId: string;
  systemVolts: string;
  arrangement: string;
  batteries: BatteryFormFields[];
  groundReturn: string;
  magneticSwitch: string;
  alternators: { id: string; ratedAmps: string; ground: string; remoteSense: string }[];
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

export const arrangementsFor = (systemVolts: string): readonly Arrangement[] =>
  ARRANGEMENTS.filter((arrangement) => parseArrangement(arrangement).series === Number(systemVolts) / 12);

export const batteryCount = (arrangement: string): number => {
  const { series, parallel } = parseArrangement(arrangement as Arrangement);
  return series * parallel;
};

const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));

export const emptyForm = (yardId: string): UnitFormFields => ({
  id: '',
  description: '',
  yardId,
  systemVolts: '12',
  arrangement: '1S2P',
  batteries: [EMPTY_BATTERY, EMPTY_BATTERY],
  groundReturn: 'cable',
  magneticSwitch: 'separate',
  alternators: [{ id: 'ALT1', ratedAmps: '', ground: 'case', remoteSense: 'no' }],
});

export const formFrom = ({ unit, yardId }: Pick<UnitDetail, 'unit' | 'yardId'>): UnitFormFields => ({
  id: unit.id,
  description: unit.description,
  yardId,
  systemVolts: String(unit.systemVolts),
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
  alternators: (unit.alternators ?? []).map(({ id, ratedAmps, ground, remoteSense }) => ({
    id,
    ratedAmps: text(ratedAmps),
    ground,
    remoteSense: remoteSense ? 'yes' : 'no',
  })),
});

const filled = <Key extends string, Value>(key: Key, value: Value | undefined): { [K in Key]?: Value } =>
  value === undefined ? {} : ({ [key]: value } as { [K in Key]: Value });
const word = (value: string): string | undefined => (value.trim() === '' ? undefined : value.trim());
const number = (value: string): number | undefined =>
  value.trim() === '' ? undefined : Number(value.trim().replace(',', '.'));

/**
 * The form as a unit description, unchecked. What the form does not show (cables, engine, the maker's limits) is kept
 * from the unit as it was.
 */
const unchecked = (form: UnitFormFields, before: UnitDetail | null): unknown => {
  const { series } = parseArrangement(form.arrangement as Arrangement);
  return {
    yardId: form.yardId,
    ...filled('revision', before?.revision),
    unit: {
      ...before?.unit,
      id: form.id.trim(),
      description: form.description.trim(),
      systemVolts: Number(form.systemVolts),
      bank: {
        arrangement: form.arrangement,
        batteries: form.batteries.slice(0, batteryCount(form.arrangement)).map((battery, index) => ({
          position: 'ABCDEF'[index],
          string: Math.floor(index / series) + 1,
          ...(series === 1 ? filled('set', number(battery.set)) : {}),
          chemistry: battery.chemistry,
          duty: battery.duty,
          ...(word(battery.ratingValue) === undefined
            ? {}
            : { rating: { value: number(battery.ratingValue), standard: battery.ratingStandard } }),
          ...filled('capacityAh', number(battery.capacityAh)),
          ...filled('make', word(battery.make)),
          ...filled('serial', word(battery.serial)),
          ...filled('fitted', word(battery.fitted)),
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
      alternators: form.alternators.map(({ id, ratedAmps, ground, remoteSense }) => ({
        id: id.trim(),
        ...filled('ratedAmps', number(ratedAmps)),
        ground,
        remoteSense: remoteSense === 'yes',
      })),
    },
  };
};

/** Where each path of the unit description is typed in the form. */
const fieldOf = (path: string): string =>
  path
    .replace(/^unit\./, '')
    .replace(/^bank\./, '')
    .replace(/\[(\d+)\]/g, '.$1')
    .replace(/^batteries\.(\d+)\.rating(\.value)?$/, 'batteries.$1.ratingValue')
    .replace(/^batteries\.(\d+)\.rating\.standard$/, 'batteries.$1.ratingStandard');

export type CheckedForm =
  | { readonly ok: true; readonly draft: UnitDraft }
  | { readonly ok: false; readonly errors: Readonly<Record<string, string>> };

export const errorsByField = (
  problems: readonly { readonly path: string; readonly message: string }[],
): Record<string, string> => {
  const errors: Record<string, string> = {};
  for (const { path, message } of problems) errors[fieldOf(path)] ??= message;
  return errors;
};

/** Checks the form with the same schema the server and the files use. */
export const checkForm = (form: UnitFormFields, before: UnitDetail | null): CheckedForm => {
  const input = unchecked(form, before);
  const parsed = unitDraftSchema.safeParse(input);
  return parsed.success
    ? { ok: true, draft: parsed.data }
    : { ok: false, errors: errorsByField(problemsOf(parsed.error, input)) };
};

/** The same as a resolver for the form library. */
export const formResolver =
  (before: UnitDetail | null): Resolver<UnitFormFields> =>
  (form) => {
    const checked = checkForm(form, before);
    if (checked.ok) return { values: form, errors: {} };
    const errors: Record<string, unknown> = {};
    for (const [path, message] of Object.entries(checked.errors)) {
      const keys = path.split('.');
      let level = errors;
      for (const key of keys.slice(0, -1)) level = (level[key] ??= {}) as Record<string, unknown>;
      level[keys.at(-1)!] = { type: 'checked', message };
    }
    return { values: {}, errors } as Awaited<ReturnType<Resolver<UnitFormFields>>>;
  };
