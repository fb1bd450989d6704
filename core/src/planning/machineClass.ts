import * as z from 'zod';
import { limitOverridesSchema, type LimitOverrides } from '../method/overrides';
import { wholeText } from '../quantity/text';
import { DISPOSITIONS } from '../visit/disposition';
import { intervalSchema, type Intervals } from './nextDue';

const className = wholeText().trim().max(60, { error: 'expected at most 60 letters' });

/** What a shop holds to for one class of machine. The class without a name holds for every machine that has none of its own. */
export const machineClassSchema = z.strictObject({
  name: className,
  /** Days, hours and kilometres to the next visit, by how the unit left; the usual ones where left out. */
  intervals: z.partialRecord(z.enum(DISPOSITIONS), intervalSchema).default({}),
  /** Limits that stand above those of the method and under the maker's. */
  limits: limitOverridesSchema.default({}),
});
export type MachineClass = z.infer<typeof machineClassSchema>;

/** Every class of a shop: each name once. */
export const machineClassesSchema = z
  .array(machineClassSchema)
  .max(60, { error: 'expected at most 60 classes' })
  .superRefine((classes, ctx) => {
    const seen = new Set<string>();
    classes.forEach(({ name }, index) => {
      const folded = name.toLowerCase();
      if (seen.has(folded))
        ctx.addIssue({
          code: 'custom',
          path: [index, 'name'],
          message: `${name === '' ? 'every machine' : name} is there twice; expected each class once`,
        });
      seen.add(folded);
    });
  });

const named = (classes: readonly MachineClass[], name: string): MachineClass | undefined =>
  classes.find((candidate) => candidate.name.toLowerCase() === name.trim().toLowerCase());

/**
 * Intervals and limits of the shop for a machine of a class: the class's own, over those for every machine.
 * @param name class on the unit's card; empty where it has none
 */
export const classRules = (
  classes: readonly MachineClass[],
  name: string,
): { readonly intervals: Intervals; readonly limits: LimitOverrides } => {
  const every = named(classes, '');
  const own = name.trim() === '' ? undefined : named(classes, name);
  return {
    intervals: { ...every?.intervals, ...own?.intervals },
    limits: { ...every?.limits, ...own?.limits },
  };
};
