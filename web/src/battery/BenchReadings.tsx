import type { BatteryDetail } from '@vaktman/contract';
import { judgeBench, readingText, stepTitle, type Reading } from '@vaktman/core';
import { Words } from '../control/Words';
import { dayText } from '../control/dates';
import { Mark, VERDICT_MARK } from '../control/Mark';
import { Scroll, Table } from '../control/tableStyle';
import { useFleetQuery } from '../api/api';

/** Readings of one day at the bench belong together: the load test to the resting volts before it. */
const sittings = (bench: BatteryDetail['bench']): readonly BatteryDetail['bench'][] => {
  const days = new Map<string, BatteryDetail['bench']>();
  for (const own of bench) {
    const day = own.reading.at.slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), own]);
  }
  return [...days.values()].reverse();
};

/** What was read of a battery on the bench, with its verdicts, the latest first. */
export const BenchReadings = ({ detail }: { readonly detail: BatteryDetail }) => {
  const { data: fleet } = useFleetQuery();
  const { battery, bench, stays } = detail;
  if (bench.length === 0) return null;
  return (
    <Scroll style={{ marginTop: '1.2rem' }}>
      <Table>
        <caption>On the bench</caption>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Test</th>
            <th scope="col">Read</th>
            <th scope="col">Says</th>
            <th scope="col">By</th>
          </tr>
        </thead>
        <tbody>
          {sittings(bench).flatMap((sitting) => {
            const readings: readonly Reading[] = sitting.map(({ reading }) => reading);
            const first = stays[0]?.from;
            const isNew = first === undefined || first > (readings[0]?.at ?? '');
            // By which method is not guessed while the fleet is on its way.
            const judged = fleet === undefined ? null : judgeBench(battery, readings, fleet.profile, isNew);
            return [
              ...sitting.map(({ reading, takenBy }) => {
                const step = judged?.steps.find(({ readings: ids }) => ids[0] === reading.id);
                return (
                  <tr key={reading.id}>
                    <td>{dayText(reading.at)}</td>
                    <td>{stepTitle(reading.step)}</td>
                    <td>
                      <Words>{readingText(reading)}</Words>
                    </td>
                    <td className="words">
                      {step === undefined ? null : (
                        <>
                          <Mark kind={VERDICT_MARK[step.verdict]} />{' '}
                          <Words>{`${step.because} ${step.redo ?? ''}`}</Words>
                        </>
                      )}
                    </td>
                    <td>{takenBy}</td>
                  </tr>
                );
              }),
              ...(judged === null || judged.note === null
                ? []
                : [
                    <tr key={`note ${readings[0]?.id ?? ''}`}>
                      <td colSpan={5} className="words">
                        <Words>{judged.note}</Words>
                      </td>
                    </tr>,
                  ]),
            ];
          })}
        </tbody>
      </Table>
    </Scroll>
  );
};
