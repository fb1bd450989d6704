import * as z from 'zod';
import { wholeText } from '../quantity/text';
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
