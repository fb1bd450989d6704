import type { VisitDetail } from '@vaktman/contract';
import { causeSheet, pointName, stepTitle, type CauseStands } from '@vaktman/core';
import styled from 'styled-components';
import { KeyLink } from '../control/Key';
import { Mark, type MarkKind } from '../control/Mark';
import { PHONE } from '../theme/screen';
import { placePath } from './nextPlace';
import { ToReading } from './ToReading';
import { useReadsIn } from './useReadsIn';
import type { Judged } from './useVisit';

const Lines = styled.ul`
  li {
    display: grid;
    grid-template-columns: 11rem minmax(0, 1fr) auto;
    gap: 0.8rem;
    align-items: center;
    min-height: 52px;
    border-top: 1px solid var(--rule);
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.98rem;
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    font-weight: 640;
  }
  ${PHONE} {
    li {
      grid-template-columns: minmax(0, 1fr);
      padding: 0.5rem 0;
    }
  }
`;
const STANDS: Readonly<Record<CauseStands, readonly [mark: MarkKind, words: string]>> = {
  for: ['failed', 'speaks for it'],
  against: ['passed', 'speaks against it'],
  unread: ['notyet', 'not read'],
};

/** Why it died: every usual cause with what was read of it, and the test worth its minutes next. */
export const CauseSheet = ({
  detail,
  judged,
  subject,
}: {
  readonly detail: VisitDetail;
  readonly judged: Judged;
  readonly subject: string;
}) => {
  const { lines, next } = causeSheet(judged.outcomes, subject);
  const reads = useReadsIn(detail);
  return (
    <section aria-label={`Why did ${pointName(subject)} die`}>
      <Lines>
        {lines.map(({ words, stands, read, test, minutes }) => (
          <li key={words}>
            <Mark kind={STANDS[stands][0]} word={STANDS[stands][1]} />
            <span>
              {words}
              {read.length === 0 ? null : <small>{read.join('; ')}</small>}
            </span>
            {test === null ? (
              <span />
            ) : (
              <ToReading detail={detail} at={test}>
                {stepTitle(test.step)}, {minutes} min
              </ToReading>
            )}
          </li>
        ))}
      </Lines>
      {next === null ? (
        <p>
          Everything usual has been read. What remains is said in words: repair what spoke for it, or say why nothing is
          done.
        </p>
      ) : reads ? (
        <KeyLink to={placePath(detail.file.visit.id, next)}>
          Read next: {stepTitle(next.step).toLowerCase()}, {pointName(next.point)}
        </KeyLink>
      ) : null}
    </section>
  );
};
