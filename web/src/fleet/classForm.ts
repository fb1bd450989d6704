import { classesSchema } from '@vaktman/contract';
import { DISPOSITIONS, type Disposition, type Interval, type LimitOverrides, type MachineClass } from '@vaktman/core';
import { draftResolver, numberTyped, withoutEmpty } from '../control/draftForm';

/** An interval as typed; all three empty is the usual one. */
export interface IntervalTyped {
  days: string;
  hours: string;
  km: string;
}
/** One class of machine as typed. */
export interface ClassTyped {
  name: string;
  intervals: Record<Disposition, IntervalTyped>;
  limits: { name: string; value: string }[];
  /** How cables are judged, where the class has a rule of its own: not typed here, and kept. */
  rules: Pick<LimitOverrides, 'starterDropRule' | 'chargeDropRule'>;
}
export interface ClassesTyped {
  classes: ClassTyped[];
}

const intervalTyped = (interval: Interval | undefined): IntervalTyped => ({
  days: String(interval?.days ?? ''),
  hours: String(interval?.hours ?? ''),
  km: String(interval?.km ?? ''),
});

export const classTyped = ({ name, intervals, limits }: MachineClass): ClassTyped => ({
  name,
  intervals: Object.fromEntries(DISPOSITIONS.map((left) => [left, intervalTyped(intervals[left])])) as Record<
    Disposition,
    IntervalTyped
  >,
  limits: Object.entries(limits).flatMap(([key, value]) =>
    typeof value === 'number' ? [{ name: key, value: String(value) }] : [],
  ),
  rules: withoutEmpty({ starterDropRule: limits.starterDropRule, chargeDropRule: limits.chargeDropRule }),
});

export const EMPTY_CLASS: ClassTyped = classTyped({ name: '', intervals: {}, limits: {} });

const intervalOf = ({ days, hours, km }: IntervalTyped): object | undefined => {
  if ([days, hours, km].every((text) => text.trim() === '')) return undefined;
  // A meter that is left empty is not counted by; a date there always is.
  return { days: numberTyped(days), hours: numberTyped(hours) ?? 0, km: numberTyped(km) ?? 0 };
};

/** What was typed, as it would be sent. */
const classesDraft = ({ classes }: ClassesTyped): unknown => ({
  classes: classes.map(({ name, intervals, limits, rules }) => ({
    name,
    intervals: Object.fromEntries(
      DISPOSITIONS.flatMap((left) => {
        const interval = intervalOf(intervals[left]);
        return interval === undefined ? [] : [[left, interval]];
      }),
    ),
    limits: {
      ...rules,
      // A limit that was chosen has a figure.
      ...Object.fromEntries(
        limits.filter((limit) => limit.name !== '').map((limit) => [limit.name, numberTyped(limit.value) ?? NaN]),
      ),
    },
  })),
});

/** The field of the form that a path of the draft is typed in; limits are sent by name and typed by line. */
const classField =
  (typed: ClassesTyped) =>
  (path: string): string =>
    path
      .replaceAll(/\[(\d+)\]/g, '.$1')
      .replace(/^classes\.(\d+)\.limits\.(\w+)$/, (_all, index: string, name: string) => {
        const line = typed.classes[Number(index)]?.limits.findIndex((limit) => limit.name === name) ?? 0;
        return `classes.${index}.limits.${line}.value`;
      });

export const classesResolver: ReturnType<typeof draftResolver<ClassesTyped, { classes: MachineClass[] }>> = (
  typed,
  context,
  options,
) =>
  draftResolver<ClassesTyped, { classes: MachineClass[] }>(classesSchema, classesDraft, classField(typed))(
    typed,
    context,
    options,
  );
