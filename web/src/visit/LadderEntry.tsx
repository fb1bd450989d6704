import type { VisitDetail } from '@vaktman/contract';
import { assertNever, stepTitle, type Reading } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Keypad } from '../control/Keypad';
import { PHONE } from '../theme/screen';
import { CoolDown } from './CoolDown';
import { leadsOf, TITLES, type Target } from './ladderTargets';
import { LeadList } from './LeadList';
import { ReadMeanwhile } from './ReadMeanwhile';
import { useCrankCooling } from './useCrankCooling';
import { useRecorder } from './useVisit';

export const LadderHead = styled.h2`
  font-size: 1.9rem;
`;
export const LadderColumn = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
  p {
    font-size: 1.1rem;
  }
  ${PHONE} {
    display: contents;
  }
`;

/** One stretch of the ladder, read while cranking. */
export const LadderEntry = ({
  detail,
  target,
  picked,
  meanwhile,
  answer,
  leave,
}: {
  readonly detail: VisitDetail;
  readonly target: Target;
  /** It was pressed for: read again. */
  readonly picked: boolean;
  /** What somebody else read there meanwhile. */
  readonly meanwhile: Reading | undefined;
  readonly answer: (keep: () => Promise<void>) => Promise<void>;
  /** What stands there is kept. */
  readonly leave: () => void;
}) => {
  const { unit, visit } = detail.file;
  const recorder = useRecorder(visit.id, visit.technician);
  const [overridden, setOverridden] = useState(false);
  const cooling = useCrankCooling(detail.file.readings, !overridden);
  const k = unit.systemVolts / 12;
  const save = async (volts: number): Promise<void> => {
    switch (target) {
      case 'source':
        await recorder.reading({ step: 'start.crankVolts', point: 'bank', volts, hold: 'settled' });
        break;
      case 'positive':
      case 'negative':
        await recorder.reading({ step: 'start.drop', point: target, volts, by: 'crank' });
        break;
      case 'solenoid':
        await recorder.reading({ step: 'start.solenoid', point: 'starter', volts });
        break;
      case 'motor':
        await recorder.reading({ step: 'start.motor', point: 'starter', volts });
        break;
      default:
        assertNever(target);
    }
    setOverridden(false);
  };
  return (
    <LadderColumn>
      <LadderHead>
        {picked ? 'Again' : 'Next'}: {TITLES[target].toLowerCase()}
      </LadderHead>
      <LeadList unit={unit} leads={leadsOf(unit, target)} />
      <p>
        Crank 3 s, starting disabled. Read the settled volts. One cranks, one reads; alone, minimum and maximum hold.
      </p>
      <ReadMeanwhile detail={detail} reading={meanwhile} keep={leave} />
      {cooling === null ? (
        <Keypad
          key={`${target} ${String(picked)}`}
          fields={[
            {
              key: 'volts',
              label: target === 'source' ? stepTitle('start.crankVolts') : TITLES[target],
              unit: 'V',
              signed: target !== 'source' && target !== 'motor',
              min: -40,
              max: 40,
              usual: target === 'source' || target === 'motor' ? [5 * k, 12.6 * k] : [-1.5, 2.5],
            },
          ]}
          save={(values) => answer(() => save(values['volts'] ?? 0))}
        />
      ) : (
        <CoolDown
          cooling={cooling}
          override={(reason) =>
            void recorder.event({ kind: 'wait-skipped', wait: 'starter cools', reason }).then(() => setOverridden(true))
          }
        />
      )}
    </LadderColumn>
  );
};
