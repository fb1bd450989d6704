import { CHANGED_THINGS, type ChangeEntry } from '@vaktman/contract';
import { partName, present } from '@vaktman/core';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { useKeptChangesInfiniteQuery } from '../fleet/fleetApi';
import { dayText, dayTimeText } from '../control/dates';
import { EarlierKey } from '../control/EarlierKey';
import { useWords } from '../control/ReaderContext';
import { useRowsInSight, WHOLE_LIST } from '../control/useRowsInSight';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { fieldChanges, THING_WORDS, type FieldChange } from './changeWords';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1rem;
  max-width: 70rem;
  h2 {
    font-size: 2rem;
  }
`;
const Entry = styled.li`
  display: grid;
  grid-template-columns: 13rem minmax(0, 1fr);
  gap: 0.2rem 1.4rem;
  padding: 0.8rem 0;
  border-top: 1px solid var(--rule);
  time {
    color: var(--ink-2);
  }
  strong {
    font-size: 1.15rem;
  }
  dl {
    grid-column: 2;
    display: grid;
    grid-template-columns: minmax(0, 16rem) minmax(0, 1fr);
    gap: 0.1rem 1rem;
    margin: 0;
  }
  dt {
    color: var(--ink-2);
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
  del {
    color: var(--ink-2);
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    dl {
      grid-column: 1;
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const VERB_WORDS = { added: 'added', changed: 'changed', removed: 'removed' } as const;

const thingWords = ({ thing, thingId, called }: ChangeEntry): string => {
  const words = THING_WORDS[thing];
  if (thing === 'night') return `${words}, ${dayText(thingId)}`;
  if (thing === 'part' && called !== '') return partName(called);
  return called === '' ? words : `${words} ${called}`;
};

const Named = (entry: ChangeEntry) => {
  const { thing, thingId, unitId } = entry;
  if (thing === 'battery') return <Link to={`/batteries/${encodeURIComponent(thingId)}`}>{thingWords(entry)}</Link>;
  if (unitId !== null && thing === 'unit') return <Link to={`/units/${encodeURIComponent(unitId)}`}>{unitId}</Link>;
  return <>{thingWords(entry)}</>;
};

const FieldLine = ({ change }: { readonly change: FieldChange }) => {
  const words = useWords();
  const asRead = (text: string): string => (change.isFigure ? words(text) : text);
  const [before, after] = [asRead(change.before), asRead(change.after)];
  return (
    <div style={{ display: 'contents' }}>
      <dt>{change.field}</dt>
      <dd>
        {before === '' ? null : (
          <>
            <del>{before}</del>{' '}
          </>
        )}
        {after === '' ? (before === '' ? '' : 'taken away') : after}
      </dd>
    </div>
  );
};

const EntryParts = ({ entry, yards }: { readonly entry: ChangeEntry; readonly yards: ReadonlyMap<string, string> }) => (
  <>
    <time dateTime={entry.at}>{dayTimeText(entry.at)}</time>
    <span>
      <strong>
        <Named {...entry} /> {VERB_WORDS[entry.verb]}
      </strong>
      {entry.unitId === null || entry.thing === 'unit' ? '' : `, ${entry.unitId}`}
      {entry.person === '' ? ', nobody was named' : ` by ${entry.person}`}
      {entry.device === '' ? '' : `, ${entry.device}`}
    </span>
    <dl>
      {fieldChanges(entry, yards).map((change) => (
        <FieldLine key={change.field} change={change} />
      ))}
    </dl>
  </>
);

/** How high an entry is until it was seen, pixels: most tell of a field or two. */
const ENTRY_PX = 90;

const Entries = ({
  entries,
  yards,
}: {
  readonly entries: readonly ChangeEntry[];
  readonly yards: ReadonlyMap<string, string>;
}) => {
  const { list, items, beforePx, afterPx, measure } = useRowsInSight<HTMLOListElement>({
    count: entries.length,
    keyOf: (index) => String(present(entries[index]).entryId),
    rowPx: ENTRY_PX,
    whole: WHOLE_LIST,
  });
  return (
    <ol ref={list} style={{ paddingTop: beforePx, paddingBottom: afterPx }}>
      {items.map(({ key, index }) => (
        <Entry key={key} ref={measure} data-index={index} aria-posinset={index + 1} aria-setsize={entries.length}>
          <EntryParts entry={present(entries[index])} yards={yards} />
        </Entry>
      ))}
    </ol>
  );
};

/** Who changed what, and when: of everything, or of one unit or thing. Kept for ever. */
export const ChangesView = () => {
  const [parameters] = useSearchParams();
  const [unitId, thing, thingId] = ['unitId', 'thing', 'thingId'].map((name) => parameters.get(name) ?? undefined);
  const changes = useKeptChangesInfiniteQuery({ unitId, thing, thingId });
  const { data: fleet } = useFleetQuery();
  const yards = new Map(fleet?.yards.map(({ yardId, name }) => [yardId, name]));
  useViewTitle(unitId === undefined ? 'Changes' : `Changes, ${unitId}`);
  const known = CHANGED_THINGS.find((own) => own === thing);
  const of = known === undefined ? '' : ` of this ${THING_WORDS[known].toLowerCase()}`;
  if (changes.currentData === undefined && changes.isError)
    return (
      <Failed
        title="The changes could not be loaded"
        words={failedWords(changes.error)}
        again={() => void changes.refetch()}
      />
    );
  if (changes.currentData === undefined) return <Loading />;
  const entries = changes.currentData.pages.flatMap((page) => page.entries);
  return (
    <Sheet>
      <h2>{unitId === undefined ? `What was changed${of}` : `What was changed at ${unitId}`}</h2>
      {entries.length === 0 ? (
        <p>Nothing was changed yet. What visits read is in their records.</p>
      ) : (
        <Entries entries={entries} yards={yards} />
      )}
      {changes.hasNextPage ? (
        <EarlierKey
          words="Show earlier ones"
          isPending={changes.isFetchingNextPage}
          failed={changes.isError ? failedWords(changes.error) : null}
          onPress={() => void changes.fetchNextPage()}
        />
      ) : null}
    </Sheet>
  );
};
