import { partName, partPlaces, symptomPlaces, type Symptom, type Unit } from '@vaktman/core';
import styled from 'styled-components';
import { dayText } from '../control/dates';
import { inReach } from '../control/inReach';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { OrderDrawing } from '../drawing/OrderDrawing';
import { PHONE } from '../theme/screen';
import { Symptoms } from './Symptoms';
import type { Preparing } from './usePrepare';

const Sheet = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 0.8rem 1.6rem;
  padding: 1rem 1.5rem 1.4rem;
  h2 {
    font-size: 2rem;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.7rem 0.9rem 1rem;
    h2 {
      font-size: 1.7rem;
    }
  }
`;
const Column = styled.section`
  display: grid;
  gap: 0.7rem;
  align-content: start;
`;
const Parts = styled.ul`
  border-top: 1px solid var(--rule);
  li {
    display: grid;
    grid-template-columns: 11rem 1fr;
    gap: 0 1rem;
    min-height: 2.4rem;
    align-items: center;
    border-bottom: 1px solid var(--rule);
  }
  ${PHONE} {
    li {
      grid-template-columns: 7rem 1fr;
    }
  }
`;
const Harness = styled.div`
  ${PHONE} {
    display: none;
  }
`;
const FirstSteps = styled.p`
  display: none;
  ${PHONE} {
    display: block;
  }
`;
const Foot = styled.div`
  grid-column: 1 / -1;
  ${inReach}
  display: grid;
  grid-template-columns: 12rem minmax(0, 1fr) 360px;
  gap: 1rem;
  align-items: center;
  ${PHONE} {
    grid-template-columns: 1fr 2fr;
    .says {
      display: none;
    }
  }
`;
const SHOWN_ON_PHONE = 4;

/** What was put in before, as far as is on record. */
const PartsBefore = ({ unit, repeats }: { unit: Unit; repeats: Preparing['repeats'] }) => (
  <section>
    <h3>What was put in within two years</h3>
    <Parts>
      {partPlaces(unit).map((place) => {
        const fitted = repeats?.find((repeat) => repeat.place === place)?.fitted ?? [];
        return (
          <li key={place}>
            <strong>{partName(place)}</strong>
            <span>
              {repeats === null
                ? 'not loaded'
                : fitted.length === 0
                  ? 'none on record'
                  : `${fitted.length} ${fitted.length === 1 ? 'time' : 'times'}: ${fitted.map((from) => dayText(from)).join(', ')}`}
            </span>
          </li>
        );
      })}
    </Parts>
  </section>
);

/** What was seen, heard or smelt: several keys may be true, and the order they set is drawn beside them. */
export const IntakeSheet = ({
  unit,
  preparing,
  back,
}: {
  readonly unit: Unit;
  readonly preparing: Preparing;
  readonly back: () => void;
}) => {
  const { form, symptoms, order, repeats, starting, askToStart } = preparing;
  const first = symptomPlaces(unit, symptoms);
  const begins = order[0]?.title.toLowerCase() ?? '';
  const choose = (chosen: readonly Symptom[]): void => form.setValue('symptoms', [...chosen]);
  const quick = (): void => {
    form.setValue('reason', 'quick');
    void askToStart();
  };
  return (
    <Sheet>
      <Column>
        <h2>What was seen?</h2>
        <Symptoms chosen={symptoms} choose={choose} />
        <PartsBefore unit={unit} repeats={repeats} />
        <QuietKey onPress={back}>Back to the sheet</QuietKey>
      </Column>
      <Column aria-label="The order this sets" aria-live="polite">
        <h2>The order this sets</h2>
        <p>
          {first[0] === undefined
            ? 'Nothing said: the usual order.'
            : `${[...new Set(first.map(({ because }) => because))].join(' ')} Nothing is dropped.`}
        </p>
        <Harness>
          <OrderDrawing order={order} />
        </Harness>
        <FirstSteps>
          {order
            .slice(0, SHOWN_ON_PHONE)
            .map(({ title }, index) => `${index + 1} ${title}`)
            .join(', ')}
          , then all the rest.
        </FirstSteps>
      </Column>
      <Foot>
        <Key onPress={quick}>Quick look</Key>
        <p className="says">Few readings in ten minutes. It can end with “no sign of a fault”, never with “ready”.</p>
        <PrimaryKey isPending={starting} onPress={() => void askToStart()}>
          Start: {begins}
        </PrimaryKey>
      </Foot>
    </Sheet>
  );
};
