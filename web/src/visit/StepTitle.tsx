import type { VisitDetail } from '@vaktman/contract';
import { CHEMISTRY_WORDS, celsiusText, pointName, PROFILES, VERDICT_WORDS } from '@vaktman/core';
import { useNow } from '../clock/useNow';
import { longNowText } from '../control/dates';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { TitleBlock, type TitleCell } from '../frame/TitleBlock';
import type { Judged } from './useVisit';

/** The title block of a step: unit, bank, the battery or test meant, the air, the time and who works. */
export const StepTitle = ({
  detail,
  judged,
  point,
  test,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
}) => {
  const now = useNow(30_000);
  const { unit, visit } = detail.file;
  const battery = judged.outcomes.facts.batteries.get(point);
  const rest = judged.outcomes.facts.current.get(`battery.openCircuit@${point}`);
  const atRest = judged.outcomes.at('battery.openCircuit', point);
  const cells: TitleCell[] = [
    { label: 'Bank', value: bankWords(unit.systemVolts, unit.bank.arrangement) },
    ...(battery?.rating === undefined
      ? []
      : [
          {
            label: pointName(point).replace(/^b/, 'B'),
            value: `${battery.rating.value} A ${battery.rating.standard}, ${CHEMISTRY_WORDS[battery.chemistry]}`,
          },
        ]),
    { label: 'Test', value: test },
    { label: 'Method', value: PROFILES[detail.file.method.profile].title },
    ...(visit.ambientC === undefined ? [] : [{ label: 'Air', value: celsiusText(visit.ambientC) }]),
    ...(rest?.step === 'battery.openCircuit' && atRest !== null
      ? [{ label: `At rest, ${VERDICT_WORDS[atRest.verdict]}`, value: `${rest.volts.toFixed(2)} V` }]
      : []),
    { label: longNowText(new Date(now)), value: visit.technician },
  ];
  return (
    <TitleBlock
      plate={unit.id}
      about={test}
      lines={[unit.description]}
      cells={cells}
      end={
        <>
          <DeviceKeys />
          <EndLink to={`/visits/${visit.id}/summary`}>Leave step</EndLink>
        </>
      }
    />
  );
};
