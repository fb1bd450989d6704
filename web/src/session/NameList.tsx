import type { PersonId } from '@vaktman/core';
import type { Colleague } from '@vaktman/contract';
import { ChevronRight } from 'lucide-react';
import { ListBox, ListBoxItem } from 'react-aria-components';
import styled from 'styled-components';
import { clockTimeText, dayText, todayText } from '../control/dates';
import { ROLE_WORDS } from '../people/roles';
import { PHONE } from '../theme/screen';

const List = styled(ListBox)`
  display: grid;
  gap: 8px;
  /* The PIN stays in sight however many work here; whoever worked here last is on top. */
  max-height: max(16rem, calc(100dvh - 17rem));
  overflow-y: auto;
  /* Room for the ring of the keyboard's focus. */
  margin: -6px;
  padding: 6px;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    max-height: 152px;
  }
`;
const Item = styled(ListBoxItem)`
  display: grid;
  grid-template-columns: minmax(0, 2.4fr) minmax(0, 1fr) minmax(0, 1.2fr) 24px;
  align-items: center;
  gap: 0.8rem;
  min-height: 88px;
  padding: 0 1.6rem;
  border: 1px solid var(--ink);
  font-size: 1.25rem;
  cursor: pointer;
  outline-offset: 3px;
  b {
    font-size: 2rem;
    font-weight: 700;
    font-stretch: 88%;
  }
  small {
    font-size: 1.05rem;
    color: var(--ink-2);
  }
  svg {
    opacity: 0;
  }
  &[data-selected] {
    background: var(--ink);
    color: var(--paper);
    small {
      color: inherit;
    }
    svg {
      opacity: 1;
    }
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
    align-content: center;
    min-height: 72px;
    padding: 0 0.8rem;
    font-size: 1rem;
    b {
      font-size: 1.35rem;
    }
    small,
    svg {
      display: none;
    }
  }
`;

/** When somebody worked at this device last: the time today, the day before. */
const lastWords = (lastAt: string | null): string => {
  if (lastAt === null) return '';
  const day = dayText(lastAt);
  return day === dayText(`${todayText()}T12:00:00Z`) ? `worked here at ${clockTimeText(lastAt)}` : day;
};

/** Who may go on at a shared device, whoever worked at it last first. */
export const NameList = ({
  colleagues,
  chosen,
  choose,
}: {
  readonly colleagues: readonly Colleague[];
  readonly chosen: string | null;
  readonly choose: (personId: PersonId) => void;
}) => (
  <List
    aria-label="Who is working now?"
    selectionMode="single"
    selectionBehavior="replace"
    disallowEmptySelection
    selectedKeys={chosen === null ? [] : [chosen]}
    onSelectionChange={(keys) => {
      const [key] = [...keys];
      if (key !== undefined) choose(String(key));
    }}
  >
    {colleagues.map(({ personId, name, role, lastAt }) => (
      <Item key={personId} id={personId} textValue={name}>
        <b>{name}</b>
        <span>{ROLE_WORDS[role]}</span>
        <small>{lastWords(lastAt)}</small>
        <ChevronRight aria-hidden="true" />
      </Item>
    ))}
  </List>
);
