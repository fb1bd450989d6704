import { measuredFigure } from '../quantity/display';
import type { VerdictLimit } from './verdict';

/** The border a reading was held against: `min 12.40 V`, as exact as such a reading is. */
export const limitText = ({ kind, value, unit }: Pick<VerdictLimit, 'kind' | 'value' | 'unit'>): string =>
  `${kind} ${measuredFigure(value, unit)} ${unit}`;

/** How far a reading lies from its border, with its sign: `+0.57`, `−24`. */
export const marginText = (margin: number, unit: string): string =>
  `${margin < 0 ? '' : '+'}${measuredFigure(margin, unit)}`;
