import { type VisitId, makerLines } from '@vaktman/core';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { Key } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { useMay } from '../session/useMay';
import { useConfirmVisitMutation, useVisitMakersQuery } from './makersApi';
import { RecordLines } from './RecordRows';

const Confirming = styled.div`
  display: grid;
  gap: 0.4rem;
  justify-items: start;
  @media print {
    display: none;
  }
`;

/** Who recorded the visit, on which device, and what of it a lead is to confirm. Not told while the server is out of reach. */
export const RecordMakers = ({ visitId }: { visitId: VisitId }) => {
  const { data } = useVisitMakersQuery(visitId);
  const isLead = useMay('lead');
  const [confirmVisit, { error }] = useConfirmVisitMutation();
  const [confirming, confirm] = useOnce(async () => confirmVisit(visitId));
  if (data === undefined) return null;
  const isOpen = data.doubts.some(({ confirmedBy }) => confirmedBy === null);
  return (
    <>
      <RecordLines title="Recorded by" lines={makerLines(data.makers, data.doubts)} />
      {isOpen && isLead ? (
        <Confirming>
          <p>It counts like any other reading meanwhile. Confirm it once you know who took it.</p>
          <Key onPress={confirm} isDisabled={confirming}>
            Confirm who recorded it
          </Key>
          {error === undefined ? null : <p role="alert">{problemText(error)}</p>}
        </Confirming>
      ) : null}
    </>
  );
};
