import { VERDICT_MARK } from '../control/Mark';
import type { BatteryFace } from '../drawing/BankDrawing';
import type { Judged } from './useVisit';

/** What each battery of the bank shows in the drawing: its load volts, else its resting volts, else that it is to do. */
export const bankFaces = ({ outcomes, judgement }: Judged): Readonly<Record<string, BatteryFace>> => {
  const { facts } = outcomes;
  return Object.fromEntries(
    [...facts.batteries.keys()].map((position): [string, BatteryFace] => {
      const load = facts.current.get(`battery.load@${position}`);
      const rest = facts.current.get(`battery.openCircuit@${position}`);
      if (load?.step === 'battery.load') {
        const verdict = outcomes.at('battery.load', position)?.verdict ?? 'inconclusive';
        return [
          position,
          { value: load.lowestVolts.toFixed(2), unit: 'V', note: 'under load', mark: VERDICT_MARK[verdict] },
        ];
      }
      if (rest?.step === 'battery.openCircuit') {
        const verdict = outcomes.at('battery.openCircuit', position)?.verdict ?? 'inconclusive';
        const owes = judgement.missing.some(({ step, point }) => step === 'battery.load' && point === position);
        return [
          position,
          {
            value: rest.volts.toFixed(2),
            unit: 'V',
            note: 'at rest',
            mark: verdict === 'pass' && owes ? 'notyet' : VERDICT_MARK[verdict],
          },
        ];
      }
      return [position, { value: null, unit: '', note: 'to do', mark: 'notyet' }];
    }),
  );
};
