import type { VisitDetail } from '@vaktman/contract';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { BankDrawing } from '../drawing/BankDrawing';
import { BankStrip } from '../drawing/BankStrip';
import { NARROW, PHONE } from '../theme/screen';
import { bankFaces } from './bankFaces';
import { Hazard, Work } from './frameStyle';
import { StepBeforeStrip } from './StepBeforeStrip';
import { StepTitle } from './StepTitle';
import type { Judged } from './useVisit';

const Columns = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 0 1.5rem;
  padding: 1rem 1.5rem 1.2rem;
  min-height: calc(100dvh - 62px);
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 300px;
  }
  ${PHONE} {
    display: block;
    padding: 0.6rem 0.9rem 3rem;
  }
`;
const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 0.8rem;
  ${PHONE} {
    margin-top: 1.4rem;
  }
`;
const OnDesk = styled.div`
  ${PHONE} {
    display: none;
  }
`;

/** The sheet of one step: title block, the work at the left, the bank and the leads at the right. */
export const VisitFrame = ({
  detail,
  judged,
  point,
  test,
  live,
  caution,
  side,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
  live?: boolean;
  caution: string | null;
  side: ReactNode;
  children: ReactNode;
}) => {
  const navigate = useNavigate();
  const { unit, visit } = detail.file;
  return (
    <>
      <StepTitle detail={detail} judged={judged} point={point} test={test} />
      <StepBeforeStrip />
      <Columns>
        <Work>
          <BankStrip
            faces={bankFaces(judged)}
            point={point}
            pathTo={(position) => `/visits/${visit.id}/battery.openCircuit/${position}`}
          />
          {children}
        </Work>
        <Side>
          <OnDesk>
            <BankDrawing
              bank={unit.bank}
              faces={bankFaces(judged)}
              live={live === true ? point : undefined}
              onPress={
                live === true
                  ? undefined
                  : (position) => void navigate(`/visits/${visit.id}/battery.openCircuit/${position}`)
              }
            />
          </OnDesk>
          {side}
          {caution === null ? null : <Hazard>{caution}</Hazard>}
        </Side>
      </Columns>
    </>
  );
};
