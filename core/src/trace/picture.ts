import * as z from 'zod';
import { figure } from '../quantity/display';
import { saneAmps, saneVolts } from '../quantity/sanity';
import { chargedAfterS, plateauOf, type Crank } from './crankFigures';
import { Pyramid } from './pixels';
import type { TraceRead } from './readTrace';

/** As many columns a kept trace is drawn from. */
const PICTURE_COLUMNS = 800;

const bandOf = (value: typeof saneVolts) =>
  z.strictObject({
    low: z.array(value).min(1).max(PICTURE_COLUMNS),
    high: z.array(value).min(1).max(PICTURE_COLUMNS),
  });

/** A place at which figures were taken; the same number stands beside each of them. */
const pegSchema = z.strictObject({
  number: z.int().min(1).max(9),
  atS: z.number(),
  words: z.string().max(80),
  /** A stretch rather than a moment. */
  fromS: z.number().optional(),
  toS: z.number().optional(),
});

/** A trace as it is kept for looking at: the lowest and the highest of each column, never a sample left out. */
export const tracePictureSchema = z.strictObject({
  fromS: z.number(),
  toS: z.number(),
  volts: bandOf(saneVolts),
  amps: bandOf(saneAmps).optional().describe('Out of the bank'),
  pegs: z.array(pegSchema).max(9).describe('Where figures were taken'),
});
export type TracePicture = z.infer<typeof tracePictureSchema>;
export type TracePeg = z.infer<typeof pegSchema>;

/** Numbers of the pegs: the same for the same place of every crank. */
export const PEGS = { rest: 1, closes: 2, plateau: 3, ends: 4, charge: 5 } as const;

/** Where the figures of a crank were taken, in the order of time. */
export const pegsOf = (crank: Crank): readonly TracePeg[] => {
  const { events, startS, stepS } = crank;
  const { closedAt, endedAt, keyOnAt, fired } = events;
  const at = (sample: number): number => startS + sample * stepS;
  if (closedAt === null) return [];
  const plateau = plateauOf(crank);
  const chargedS = chargedAfterS(crank);
  return [
    { number: PEGS.rest, atS: at((keyOnAt ?? closedAt) / 2), words: 'rest' },
    { number: PEGS.closes, atS: at(closedAt), words: 'contacts close' },
    ...(plateau === null
      ? []
      : [
          {
            number: PEGS.plateau,
            atS: at((plateau[0] + plateau[1]) / 2),
            words: 'plateau',
            fromS: at(plateau[0]),
            toS: at(plateau[1]),
          },
        ]),
    ...(endedAt === null ? [] : [{ number: PEGS.ends, atS: at(endedAt), words: fired ? 'fires' : 'key let go' }]),
    ...(endedAt === null || chargedS === null
      ? []
      : [
          {
            number: PEGS.charge,
            atS: at(endedAt) + chargedS,
            words: `charge, ${chargedS < 60 ? `${figure(chargedS, 0)} s` : `${figure(chargedS / 60, 0)} min`} on`,
          },
        ]),
  ];
};

const rounded = (values: Float32Array, per: number): number[] =>
  Array.from(values, (value) => Math.round(value * per) / per);

/** A trace thinned for keeping. */
export const pictureOf = ({ crank }: Pick<TraceRead, 'crank'>): TracePicture => {
  const { volts, amps, startS, stepS } = crank;
  const columns = Math.min(PICTURE_COLUMNS, volts.length);
  const band = (values: ArrayLike<number>, per: number): TracePicture['volts'] => {
    const { low, high } = new Pyramid(values).line(0, values.length, columns);
    return { low: rounded(low, per), high: rounded(high, per) };
  };
  return {
    fromS: startS,
    toS: startS + (volts.length - 1) * stepS,
    volts: band(volts, 1000),
    ...(amps === null ? {} : { amps: band(amps, 10) }),
    pegs: pegsOf(crank).slice(),
  };
};
