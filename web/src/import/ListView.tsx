import type { ListKind } from '@vaktman/contract';
import type { Battery, ImportAnswer } from '@vaktman/core';
import { ProgressBar } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { AskBeforeLeaving } from '../control/AskBeforeLeaving';
import { FileZone } from '../control/FileZone';
import { inReach } from '../control/inReach';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { saveText } from '../control/saveText';
import { openYards } from '../fleet/fleetLists';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { ImportColumns } from './ImportColumns';
import { ImportProblems } from './ImportProblems';
import { ImportQuestions } from './ImportQuestions';
import { counted, LIST_WORDS } from './listWords';
import { PastLists } from './PastLists';
import { saveRowsToPutRight } from './saveRowsToPutRight';
import { templateText } from './template';
import { useList, type List } from './useList';

const Sheet = styled.main`
  padding: 1.2rem 1.5rem 1rem;
  display: grid;
  gap: 1rem;
  h2 {
    font-size: 2rem;
  }
  h3 {
    font-size: 1.3rem;
  }
  ${PHONE} {
    padding: 0.9rem 0.9rem 3rem;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) 2fr;
  gap: 0.8rem;
  ${inReach}
  > [data-primary]:only-child {
    grid-column: 1 / -1;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** What a file was found to be, in one line. */
const foundWords = ({ detected, rows, skipped }: ImportAnswer): string =>
  [
    detected.header === null ? null : `Names in row ${detected.header}`,
    detected.groups === null ? null : `groups in row ${detected.groups}`,
    detected.measures === null ? null : `measures in row ${detected.measures}`,
    detected.decimal === null ? null : `decimal ${detected.decimal === ',' ? 'comma' : 'point'}`,
    `${rows} ${rows === 1 ? 'row' : 'rows'} of data`,
    skipped.length === 0 ? null : `${skipped.length} ${skipped.length === 1 ? 'row' : 'rows'} passed over`,
  ]
    .filter((part) => part !== null)
    .join(', ');

/** What was read of a list: what is asked, what is wrong, what each column is taken for, and the key that takes it in. */
const ReadList = ({ kind, list, answer, file }: { kind: ListKind; list: List; answer: ImportAnswer; file: File }) => {
  const { data: fleet } = useFleetQuery();
  const { bare, chemistry } = list;
  const isClean = answer.asked.length === 0 && answer.problems.length === 0;
  return (
    <>
      <p role="status">
        {foundWords(answer)}.
        {list.isReused ? (
          <>
            {' '}
            Read as the last list with these columns.
            <QuietKey onPress={list.readAnew}>Read it anew</QuietKey>
          </>
        ) : null}
      </p>
      {answer.asked.length === 0 ? null : (
        <ImportQuestions asked={answer.asked} yards={openYards(fleet)} answer={list.answerTo} />
      )}
      {bare === 0 ? null : (
        <ImportQuestions
          title={`${counted(bare, 'units')} without word of some batteries`}
          asked={[{ what: 'field', field: 'battery.chemistry', column: null }]}
          chosen={chemistry}
          yards={[]}
          answer={(_question, choice) => list.setChemistry(choice as Battery['chemistry'])}
        />
      )}
      {answer.problems.length === 0 ? null : <ImportProblems answer={answer} />}
      {answer.map.columns === undefined ? null : (
        <ImportColumns kind={kind} columns={answer.map.columns} choose={list.setColumn} />
      )}
      <Keys>
        {isClean || answer.problems.length === 0 ? null : (
          <Key onPress={() => saveRowsToPutRight(kind, file, answer, list.known ?? null)}>
            Save the rows to put right
          </Key>
        )}
        <PrimaryKey
          isPending={list.pending}
          isDisabled={!list.isCurrent || list.pending || answer.good === 0 || (bare > 0 && chemistry === null)}
          onPress={() => list.store(answer)}
        >
          {isClean
            ? `Take in ${counted(answer.good, kind)}`
            : answer.good === 0
              ? 'Nothing can be taken in yet'
              : `Take in the ${answer.good} good of ${answer.rows}`}
        </PrimaryKey>
      </Keys>
    </>
  );
};

/** A list of somebody else's making: what it says is shown, asked and put right before anything is stored. */
const ListView = ({ kind }: { kind: ListKind }) => {
  const words = LIST_WORDS[kind];
  useViewTitle(words.title);
  const list = useList(kind);
  const { state, answer, file, added, failure, take } = list;
  if (added !== null)
    return (
      <Sheet>
        <h2>{counted(added, kind)} taken in</h2>
        <p>
          <Link to={kind === 'batteries' ? '/batteries' : '/units'}>
            {kind === 'batteries' ? 'To the batteries' : 'To the register'}
          </Link>
        </p>
        <PrimaryKey onPress={list.again}>Another list</PrimaryKey>
        <PastLists />
      </Sheet>
    );
  return (
    <Sheet>
      <h2>{words.title}</h2>
      <FileZone label="Drop a list here" isNext={file === null} take={take}>
        {file === null ? 'Choose, drop or paste a list: CSV of a spreadsheet or another program' : file.name}
      </FileZone>
      {file === null ? (
        <>
          <p>{words.about} Columns may have any order and other names. Nothing is stored before it was shown here.</p>
          <p>
            <QuietKey onPress={() => saveText(`${kind}-to-fill-in.csv`, templateText(kind), 'text/csv')}>
              A list to fill in
            </QuietKey>
          </p>
          <PastLists />
        </>
      ) : null}
      <AskBeforeLeaving asks={() => list.isAnswered} />
      {list.lacking === null || file === null ? null : (
        <Wrong role="alert">
          What is on record could not be loaded, and a list is read against it. {list.lacking}{' '}
          <QuietKey onPress={list.askKnown}>Ask again</QuietKey>
        </Wrong>
      )}
      {state.kind === 'reading' && list.lacking === null ? (
        <ProgressBar
          aria-label={`Reading ${file?.name ?? ''}`}
          {...(state.percent === null ? { isIndeterminate: true } : { value: state.percent })}
        >
          <p role="status">
            Reading {file?.name}
            {state.percent === null ? ' ...' : `: ${state.percent} %`}
          </p>
        </ProgressBar>
      ) : null}
      {list.pending ? (
        <ProgressBar isIndeterminate aria-label="Taking it in">
          <p role="status">Taking it in: all of it or nothing ...</p>
        </ProgressBar>
      ) : null}
      {state.kind === 'failed' ? <Wrong role="alert">{state.words}</Wrong> : null}
      {failure === null ? null : <Wrong role="alert">Nothing was taken in. {failure}</Wrong>}
      {answer === null || file === null ? null : <ReadList kind={kind} list={list} answer={answer} file={file} />}
    </Sheet>
  );
};

/** The same for each kind of list, at an address of its own. */
export const UnitListView = () => <ListView key="units" kind="units" />;
export const BatteryListView = () => <ListView key="batteries" kind="batteries" />;
export const ResultListView = () => <ListView key="results" kind="results" />;
