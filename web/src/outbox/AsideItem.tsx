import { visitIdOf, type Entry } from '@vaktman/contract';
import { parseDecimal, type Reading } from '@vaktman/core';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useFleetQuery } from '../api/api';
import { namesHere } from '../fleet/fleetLists';
import { AskReason } from '../control/AskReason';
import { dayTimeText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Field } from '../control/Field';
import { Key, PrimaryKey } from '../control/Key';
import { Words } from '../control/Words';
import { saveText } from '../control/saveText';
import { PHONE } from '../theme/screen';
import { entryWords, fieldWords, numbersOf } from './asideWords';
import { useOutbox } from './OutboxContext';
import type { Aside } from './outboxStore';

const Item = styled.li`
  border-top: 2px solid var(--ink);
  padding: 0.9rem 0 1.2rem;
  display: grid;
  gap: 0.6rem;
  h3 {
    font-size: 1.3rem;
  }
  .why {
    border-left: 8px solid var(--failed);
    padding-left: 0.7rem;
    font-weight: 640;
  }
`;
const Keys = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  ${PHONE} {
    display: grid;
  }
`;
const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.7rem;
`;

/** The entry with other numbers and another name, as a new one: what was refused keeps its id. */
const corrected = (
  entry: Extract<Entry, { kind: 'reading' }>,
  texts: Readonly<Record<string, string>>,
  by: string,
): Entry => {
  const numbers = Object.fromEntries(Object.entries(texts).map(([name, text]) => [name, parseDecimal(text)]));
  const { made: _made, ...rest } = entry;
  return { ...rest, takenBy: by, reading: { ...entry.reading, ...numbers, id: v7() } as Reading };
};

const Correct = ({
  aside,
  done,
}: {
  aside: Aside & { entry: Extract<Entry, { kind: 'reading' }> };
  done: () => void;
}) => {
  const outbox = useOutbox();
  const { data: fleet } = useFleetQuery();
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries(numbersOf(aside.entry).map(([name, value]) => [name, String(value)])),
  );
  const [by, setBy] = useState(aside.entry.takenBy);
  const wrong = Object.values(texts).some((text) => Number.isNaN(parseDecimal(text)));
  const save = async (): Promise<void> => {
    await outbox.record(corrected(aside.entry, texts, by));
    await outbox.drop(aside.sequence);
    done();
  };
  return (
    <>
      <Grid>
        {Object.entries(texts).map(([name, text]) => (
          <Field
            key={name}
            label={fieldWords(name)}
            value={text}
            inputMode="decimal"
            error={
              Number.isNaN(parseDecimal(text)) ? `expected a number, received ${text.trim() || 'nothing'}` : undefined
            }
            onChange={(value) => setTexts((before) => ({ ...before, [name]: value }))}
          />
        ))}
        <ChoiceField
          label="Taken by"
          value={by}
          onChange={setBy}
          options={[...new Set([by, ...namesHere(fleet)])].map((name) => [name, name] as const)}
        />
      </Grid>
      <PrimaryKey isDisabled={wrong} onPress={save}>
        Save the correction
      </PrimaryKey>
    </>
  );
};

/** One entry the server did not take: what it says, why it was refused, and what can be done about it. */
export const AsideItem = ({ aside, changed }: { aside: Aside; changed: () => void }) => {
  const outbox = useOutbox();
  const [correcting, setCorrecting] = useState(false);
  const [dropping, setDropping] = useState(false);
  const { entry } = aside;
  const words = entryWords(entry);
  return (
    <Item>
      <h3>
        <Words>{words}</Words>
      </h3>
      {aside.why.map((why) => (
        <p key={why} className="why">
          {why}
        </p>
      ))}
      <p>
        Set aside {dayTimeText(aside.sinceMs)}. <Link to={`/visits/${visitIdOf(entry)}/summary`}>The visit</Link>
      </p>
      {correcting && entry.kind === 'reading' ? <Correct aside={{ ...aside, entry }} done={changed} /> : null}
      <Keys>
        <Key onPress={() => outbox.tryAgain([aside]).then(changed)}>Try again</Key>
        {entry.kind !== 'reading' || correcting ? null : <Key onPress={() => setCorrecting(true)}>Correct it</Key>}
        <Key
          onPress={() =>
            saveText(`set-aside-${aside.sequence}.json`, `${JSON.stringify({ entry, why: aside.why }, null, 2)}\n`)
          }
        >
          Save it as a file for the lead
        </Key>
        <Key onPress={() => setDropping(true)}>Drop it</Key>
      </Keys>
      {dropping ? (
        <AskReason
          title="Drop it"
          words={`${words}. It is not in the record, and will be gone from this device. A file with it and your reason is saved first.`}
          usual={['taken again', 'typed in twice', 'the lead has it']}
          saveWords="Drop it"
          save={async (reason) => {
            saveText(
              `dropped-${aside.sequence}.json`,
              `${JSON.stringify({ entry, why: aside.why, dropped: reason }, null, 2)}\n`,
            );
            await outbox.drop(aside.sequence);
            changed();
          }}
          close={() => setDropping(false)}
        />
      ) : null}
    </Item>
  );
};
