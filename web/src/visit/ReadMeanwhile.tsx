import type { VisitDetail } from '@vaktman/contract';
import { readingText, type Reading } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { clockTimeText } from '../control/dates';
import { QuietKey } from '../control/Key';

const Line = styled.p`
  && {
    font-size: 1.05rem;
    max-width: none;
    border-left: 8px solid var(--live);
    padding-left: 0.7rem;
  }
`;

/**
 * Beside an entry that is open: what stands at this place by now, perhaps read by somebody else just then. The entry
 * stays until it is saved as one more reading, or left for the one that stands.
 */
export const ReadMeanwhile = ({
  detail,
  reading,
  keep,
}: {
  detail: VisitDetail;
  reading: Reading | undefined;
  keep: () => void;
}) =>
  reading === undefined ? null : (
    <Line role="status">
      It stands at <Words>{readingText(reading)}</Words>, {detail.takenBy[reading.id] ?? ''} {clockTimeText(reading.at)}
      .<QuietKey onPress={keep}>Keep that</QuietKey>
    </Line>
  );
