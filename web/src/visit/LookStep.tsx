import { present, CAUTION_WORDS, SAID_OF_ALL } from '@vaktman/core';
import type { Seen } from './lookChoices';
import { useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { AskReason } from '../control/AskReason';
import { inReach } from '../control/inReach';
import { PrimaryKey, PrimaryKeyLink } from '../control/Key';
import { Mark, VERDICT_MARK } from '../control/Mark';
import { PHONE } from '../theme/screen';
import { PictureKey } from '../picture/PictureKey';
import { Pictures } from '../picture/Pictures';
import {
  becauseOf,
  chosenAll,
  furtherLooks,
  isUnseen,
  lookRows,
  seenWith,
  takesSeveral,
  unseenBecause,
  type LookRow,
} from './lookChoices';
import { onwardPath } from './nextPlace';
import type { StepProps } from './stepProps';
import { isRetest, useRecorder } from './useVisit';
import { VisitFrame } from './VisitFrame';

const List = styled.ul`
  display: grid;
  margin: 0.6rem 0 1rem;
`;
const Row = styled.li`
  display: grid;
  grid-template-columns: 9.2rem minmax(0, 1fr) 5.6rem;
  gap: 0.2rem 0.8rem;
  align-items: center;
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--rule);
  h3 {
    font-size: 1.12rem;
  }
  small {
    grid-column: 2 / -1;
    font-size: 0.98rem;
    font-weight: 620;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr) auto;
    h3 {
      font-size: 1.2rem;
    }
    > [role='radiogroup'],
    > [role='toolbar'] {
      grid-column: 1 / -1;
      order: 2;
    }
    small {
      grid-column: 1 / -1;
      order: 3;
    }
  }
`;
const Choices = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
`;
const Choice = styled(ToggleButton)`
  font: inherit;
  font-weight: 620;
  color: inherit;
  min-height: 48px;
  padding: 0 0.4rem;
  background: var(--raised);
  border: 1.4px solid var(--rule);
  cursor: pointer;
  touch-action: manipulation;
  &[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  &[data-hovered]:not([data-selected]) {
    background: var(--shade);
  }
`;
const Foot = styled.div`
  display: grid;
  ${inReach}
`;

/** Walk round the machine: every belt, joint and case, one press each, and one key for all that is sound. */
export const LookStep = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const navigate = useNavigate();
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [unseen, setUnseen] = useState<{ seen: Seen; mistaken: string | undefined } | null>(null);
  const { current } = judged.outcomes.facts;
  const rows = lookRows(detail.file.unit);
  const readingAt = ({ step, point }: LookRow) => current.get(`${step}@${point}`);
  const isOpen = (row: LookRow): boolean => readingAt(row) === undefined || isRetest(judged, row.step, row.point);
  const unread = rows.filter(isOpen);
  // A look that is pressed otherwise puts right what was pressed before; only after a repair it is a look of its own.
  const record = (seen: Seen, mistaken?: string): Promise<void> =>
    recorder.reading({ ...seen, ...(mistaken === undefined ? {} : { corrects: mistaken }) });
  const restIsSound = async (): Promise<void> => {
    const { pathname } = window.location;
    const [first, ...others] = unread.map((row) => ({ ...present(row.choices[0]).seen, note: SAID_OF_ALL }));
    if (first !== undefined) await recorder.readings([first, ...others]);
    // Whoever has left meanwhile is not fetched back: the address changes before the view does.
    if (window.location.pathname === pathname) await navigate(`/visits/${visitId}`);
  };
  const line = (row: LookRow) => {
    // What was said of all at once can be said of each by itself.
    const inBulk = readingAt(row)?.note === SAID_OF_ALL;
    const own = isOpen(row) || inBulk ? [] : chosenAll(row, readingAt(row));
    const hints = [
      ...own.map(({ hint }) => hint).filter((hint) => hint !== ''),
      ...(inBulk ? ['Said of all at once.'] : []),
    ];
    const why = unseenBecause(readingAt(row));
    const verdict = judged.outcomes.at(row.step, row.point)?.verdict;
    return (
      <Row key={`${row.step} ${row.point}`}>
        <h3>{row.title}</h3>
        <Choices
          aria-label={row.title}
          selectionMode={takesSeveral(row) ? 'multiple' : 'single'}
          disallowEmptySelection={own.length > 0}
          selectedKeys={own.map(({ words }) => words)}
          onSelectionChange={(keys) => {
            const pressed = row.choices.find(
              (choice) =>
                keys.has(choice.words) !== own.includes(choice) && (keys.has(choice.words) || takesSeveral(row)),
            );
            if (pressed === undefined) return;
            const mistaken = isOpen(row) ? undefined : readingAt(row)?.id;
            const seen = seenWith(row, own, pressed);
            if (isUnseen(seen)) setUnseen({ seen, mistaken });
            else void record(seen, mistaken);
          }}
        >
          {row.choices.map(({ words }) => (
            <Choice key={words} id={words}>
              {words}
            </Choice>
          ))}
        </Choices>
        {isRetest(judged, row.step, row.point) ? (
          <Mark kind="notyet" word="look again" />
        ) : verdict === undefined ? (
          <span />
        ) : (
          <Mark kind={VERDICT_MARK[verdict]} />
        )}
        {hints.length === 0 && why === null ? null : (
          <small>{[...hints, ...(why === null ? [] : [`Because: ${why}`])].join(' ')}</small>
        )}
        {verdict === 'fail' || verdict === 'marginal' ? (
          <small>
            <PictureKey detail={detail} step={row.step} point={row.point} />
            <Pictures detail={detail} point={row.point} />
          </small>
        ) : null}
      </Row>
    );
  };
  return (
    <VisitFrame
      detail={detail}
      judged={judged}
      point="drive"
      test="Look"
      caution={CAUTION_WORDS['memory-power']}
      side={
        <p>
          Wiggle every cable while a meter is on: a value that moves is a joint. Judge joints by hand, not by eye alone.
        </p>
      }
    >
      {unseen === null ? null : (
        <AskReason
          title="Why could it not be seen?"
          words="It counts as unread for what it could explain. The reason is kept with the visit."
          usual={['boxed in', 'under snow or ice', 'no light', 'cannot be reached']}
          saveWords="Not seen"
          save={(reason) => record(becauseOf(unseen.seen, reason), unseen.mistaken).then(() => setUnseen(null))}
          close={() => setUnseen(null)}
        />
      )}
      <h2>Look before you measure</h2>
      <List>{rows.map(line)}</List>
      <h2>When you are there</h2>
      <List>{furtherLooks(detail.file.unit).map(line)}</List>
      <Foot>
        {unread.length === 0 ? (
          <PrimaryKeyLink to={onwardPath(visitId, judged)}>Go on</PrimaryKeyLink>
        ) : (
          <PrimaryKey onPress={() => restIsSound()}>
            {unread.length === rows.length ? 'All of it is clean and sound' : 'The rest is clean and sound'}
          </PrimaryKey>
        )}
      </Foot>
    </VisitFrame>
  );
};
