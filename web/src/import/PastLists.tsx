import { useState } from 'react';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { clockTimeText, dayText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { LongBody } from '../control/LongBody';
import { Scroll, Table } from '../control/tableStyle';
import { usePastImportsQuery, useUndoImportMutation } from './importApi';
import { counted } from './listWords';

const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** Lists that were taken in, each to be taken back whole while nothing hangs on it. */
export const PastLists = () => {
  const { data: lists = [] } = usePastImportsQuery();
  const [undo] = useUndoImportMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const takeBack = async (importId: string): Promise<void> => {
    const answer = await undo(importId);
    setFailure(answer.error === undefined ? null : problemText(answer.error));
  };
  if (lists.length === 0) return null;
  return (
    <section>
      <h3>Taken in before</h3>
      {failure === null ? null : <Wrong role="alert">It stays. {failure}</Wrong>}
      <Scroll>
        <Table aria-label="Lists taken in" aria-rowcount={lists.length + 1}>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">File</th>
              <th scope="col">What came in</th>
              <th scope="col" aria-label="Take back" />
            </tr>
          </thead>
          <LongBody
            rows={lists}
            rowKey={({ importId }) => importId}
            cells={({ importId, kind, fileName, rowCount, takenAt, undoneAt }) => (
              <>
                <td>
                  {dayText(takenAt)}, {clockTimeText(takenAt)}
                </td>
                <td>{fileName}</td>
                <td>{counted(rowCount, kind)}</td>
                <td>
                  {undoneAt === null ? (
                    <QuietKey aria-label={`Take back ${fileName}`} onPress={() => takeBack(importId)}>
                      Take back
                    </QuietKey>
                  ) : (
                    `taken back ${dayText(undoneAt)}`
                  )}
                </td>
              </>
            )}
          />
        </Table>
      </Scroll>
    </section>
  );
};
