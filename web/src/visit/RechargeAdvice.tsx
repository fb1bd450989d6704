import {
  type UnitId,
  type VisitId,
  celsiusText,
  chargingPlan,
  figure,
  freezesAtC,
  hoursText,
  mayBeFrozen,
  parseDecimal,
  restHoursAsked,
  type Battery,
  type LimitBook,
} from '@vaktman/core';
import { useState } from 'react';
import { Words } from '../control/Words';
import { NumberField } from '../control/NumberField';
import { WaitClock } from './WaitClock';

/** How long a recharge takes with the charger at hand, and a clock for it. */
export const RechargeAdvice = ({
  battery,
  chargePercent,
  limits,
  celsius,
  unitId,
  visitId,
}: {
  battery: Battery;
  /** Null where its resting volts were not read: it may be flat then. */
  chargePercent: number | null;
  limits: LimitBook;
  /** Of the battery, or of the air; null where neither is known. */
  celsius: number | null;
  unitId: UnitId;
  visitId: VisitId;
}) => {
  const [amps, setAmps] = useState('20');
  const chargerAmps = parseDecimal(amps);
  const leastPercent = chargePercent ?? 0;
  if (mayBeFrozen(leastPercent, celsius))
    return (
      <p>
        <strong>
          It may be frozen:{' '}
          {chargePercent === null
            ? 'how full it is was not read, and a flat one'
            : `about ${figure(chargePercent, 0)} % of charge`}{' '}
          freezes at <Words>{celsiusText(freezesAtC(leastPercent))}</Words>. Bring it inside and warm it through before
          a charger goes on.
        </strong>
      </p>
    );
  const rest = hoursText(restHoursAsked(limits));
  if (battery.capacityAh === undefined || chargePercent === null)
    return (
      <p>
        {battery.capacityAh === undefined ? 'Capacity is not on record' : 'How full it is was not read'}: charge until
        the current stays under 1 A, then let it rest {rest}.
      </p>
    );
  const plan =
    chargerAmps > 0
      ? chargingPlan({
          capacityAh: battery.capacityAh,
          stateOfChargePercent: chargePercent,
          chargerAmps,
          battery,
        })
      : null;
  return (
    <div style={{ display: 'grid', gap: '0.5rem', maxWidth: '34rem' }}>
      <NumberField
        label="Charger"
        unit="A"
        value={amps}
        onChange={setAmps}
        error={plan === null ? 'expected amperes above 0' : undefined}
      />
      {plan === null ? null : (
        <>
          <p>
            <Words>{`About ${figure(plan.chargeHours, 1)} h of charge, then ${rest} of rest. ${plan.stages.join(' ')}`}</Words>
          </p>
          <WaitClock
            id={`charge:${visitId}:${battery.position}`}
            name={`${unitId}: battery ${battery.position} charges`}
            minutes={Math.max(1, Math.round(plan.chargeHours * 60))}
            path={`/visits/${visitId}/findings`}
            startWords="Charger is on: start its clock"
            runningWords="Charging"
            doneWords={(minutes) => `Charged ${figure(minutes / 60, 1)} h. Record it, let it rest, read it again.`}
          />
        </>
      )}
    </div>
  );
};
