import type { VisitDetail } from '@vaktman/contract';
import { DISPOSITION_WORDS, PROFILES } from '@vaktman/core';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { clockTimeText, dayText } from '../control/dates';
import { inReach } from '../control/inReach';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { TitleBlock } from '../frame/TitleBlock';
import { NARROW, PHONE } from '../theme/screen';
import type { Judged } from './useVisit';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 1.2rem 2rem;
  padding: 1.2rem 1.5rem 1.5rem;
  align-items: start;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  ${PHONE} {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    padding: 0.9rem 0.9rem 3rem;
  }
  > * {
    min-width: 0;
  }
  @media print {
    display: block;
    padding: 0;
  }
`;
export const Side = styled.aside`
  display: grid;
  gap: 1rem;
  ${PHONE} {
    display: contents;
  }
`;
export const Keys = styled.div`
  display: grid;
  gap: 0.6rem;
  ${inReach}
  /* On a phone only the one thing to do stays in sight; the others stand where they are. */
  ${PHONE} {
    display: contents;
    > [data-primary] {
      ${inReach}
      padding-block: 0;
      background: var(--live);
    }
  }
`;
export const Note = styled.p`
  color: var(--ink-2);
  font-size: 0.95rem;
`;

/** A sheet about the whole visit: how it stands in the title block, and the way back. */
export const VisitSheet = ({
  detail,
  judged,
  end,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  end?: { to: string; words: string };
  children: ReactNode;
}) => {
  const { file } = detail;
  const { judgement } = judged;
  return (
    <>
      <TitleBlock
        plate={file.unit.id}
        lines={[file.unit.description]}
        cells={[
          { label: 'Bank', value: bankWords(file.unit.systemVolts, file.unit.bank.arrangement) },
          { label: 'Visit', value: `${dayText(file.visit.at)}, ${clockTimeText(file.visit.at)}` },
          {
            label: 'Stands',
            value: (
              <Mark kind={DISPOSITION_MARK[judgement.disposition]} word={DISPOSITION_WORDS[judgement.disposition]} />
            ),
          },
          { label: 'Technician', value: file.visit.technician },
          {
            label: 'Method',
            value: `${PROFILES[judgement.method.profile].title}, version ${judgement.method.version}`,
          },
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to={end?.to ?? `/visits/${file.visit.id}/summary`}>{end?.words ?? 'Back to summary'}</EndLink>
          </>
        }
      />
      <Sheet>{children}</Sheet>
    </>
  );
};
