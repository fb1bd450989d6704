import { CAUTION_WORDS, type Signature } from '@vaktman/core';
import styled from 'styled-components';
import { dayTimeText } from '../control/dates';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { Amend } from './Amend';
import type { StepProps } from './stepProps';
import { VisitSheet } from './VisitSheet';

const Sheet = styled.section`
  display: grid;
  gap: 1.2rem;
  justify-items: start;
  max-width: 44rem;
  h2 {
    font-size: 2.2rem;
  }
  p {
    font-size: 1.3rem;
  }
`;

/** In place of a step of a visit that was signed off: nothing joins it but an amendment. */
export const SignedView = ({
  detail,
  judged,
  signature,
}: Omit<StepProps, 'point'> & { signature: Extract<Signature, { status: 'signed' }> }) => {
  const visitId = detail.file.visit.id;
  const { closed } = signature;
  return (
    <VisitSheet detail={detail} judged={judged}>
      <Sheet>
        <h2>This visit is signed off</h2>
        <p>
          {dayTimeText(closed.at)}, {closed.signedBy ?? closed.by}. Nothing joins it any more. What has to be added is
          added as an amendment, beside what was signed.
        </p>
        <PrimaryKeyLink to={`/visits/${visitId}/record`}>To the record</PrimaryKeyLink>
        <KeyLink to={`/visits/${visitId}/summary`}>To the summary</KeyLink>
        <Amend detail={detail} />
        <p style={{ fontSize: '1rem' }}>{CAUTION_WORDS['ground-first']}</p>
      </Sheet>
    </VisitSheet>
  );
};
