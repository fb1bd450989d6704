import * as z from 'zod';
import { wholeText } from '../quantity/text';
import { batteriesAt, takesIn } from '../unit/batteriesAt';
import type { Unit } from '../unit/unit';
import { idSchema, instantSchema } from './readingBase';

/** Something done to the unit in the course of a visit. */
export const repairSchema = z.strictObject({
  id: idSchema,
  at: instantSchema,
  point: idSchema,
  action: wholeText().max(500),
  kind: z.enum(['clean', 'tighten', 'recharge', 'replace', 'adjust', 'other']).optional(),
  hours: z.number().nonnegative().max(500).optional().describe('How long a recharge takes'),
  closes: z.array(wholeText().max(200)).optional().describe('Findings as code@subject'),
});
export type Repair = z.infer<typeof repairSchema>;

/** True when a repair charged the battery at a position: one of its own, of its set or string, or of the bank. */
export const isChargeOf = ({ kind, point }: Repair, unit: Pick<Unit, 'bank'>, position: string): boolean =>
  // A charge that names no battery is one of the bank: low volts at the starter are such a reason.
  kind === 'recharge' && (takesIn(unit, point, position) || batteriesAt(unit, point).length === 0);

/** True when the battery at a position went with a repair: itself, its set or string, or the bank. */
export const isReplacementOf = ({ kind, point }: Repair, unit: Pick<Unit, 'bank'>, position: string): boolean =>
  kind === 'replace' && takesIn(unit, point, position);
