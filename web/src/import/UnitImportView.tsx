import type { Battery, ImportAnswer, ImportKnown, ImportMap } from '@vaktman/core';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useAddUnitsMutation, useFleetQuery, useRegisterQuery } from '../api/api';
import { problemText } from '../api/failure';
import { openYards } from '../fleet/fleetLists';
import { FileZone } from '../control/FileZone';
import { Key, PrimaryKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { saveText } from '../control/saveText';
import { inReach } from '../control/inReach';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { ImportColumns } from './ImportColumns';
import { draftsOf, withoutBatteries } from './drafts';
import { withAnswer, withColumn } from './importMap';
import { ImportProblems } from './ImportProblems';
import { ImportQuestions } from './ImportQuestions';
import { useImport } from './useImport';

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

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;

/** What a file was found to be, in one line. */
const foundWords = ({ detected, rows, skipped }: ImportAnswer): string =>
  [
    detected.header === null ? null : `Names in row ${detected.header}`,
    detected.groups === null ? null : `groups in row ${detected.groups}`,
    detected.measures === null ? null : `measures in row ${detected.measures}`,
    detected.decimal === null ? null : `decimal ${detected.decimal === ',' ? 'comma' : 'point'}`,
    `${counted(rows, 'row')} of data`,
    skipped.length === 0 ? null : `${counted(skipped.length, 'row')} passed over`,
  ]
    .filter((part) => part !== null)
    .join(', ');

/** Rows with problems as a list of their own, to be put right and taken in again. */
const badRows = async (file: File, { problems, detected }: ImportAnswer): Promise<string> => {
  const { default: Papa } = await import('papaparse');
  const text = new TextDecoder(detected.encoding ?? 'utf-8').decode(await file.arrayBuffer());
  const { data } = Papa.parse<string[]>(text, { delimiter: detected.delimiter ?? ',' });
  const wanted = new Set(problems.map(({ row }) => row));
  const header = detected.header === null ? [] : (data[detected.header - 1] ?? []);
  // A cell that a spreadsheet would take for a formula is handed back as text.
  return Papa.unparse([header, ...data.filter((_, index) => wanted.has(index + 1))], { escapeFormulae: true });
};

/** A unit list of somebody else's making: what it says is shown, asked and put right before anything is stored. */
export const UnitImportView = () => {
  useViewTitle('Units from a list');
  const { data: fleet } = useFleetQuery();
  const { data: register } = useRegisterQuery();
  const [addUnits] = useAddUnitsMutation();
  const [file, setFile] = useState<File | null>(null);
  const [map, setMap] = useState<ImportMap | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [added, setAdded] = useState<number | null>(null);
  const [chemistry, setChemistry] = useState<Battery['chemistry'] | null>(null);
  const known = useMemo(
    (): ImportKnown | null =>
      fleet === undefined || fleet === null || register === undefined
        ? null
        : {
            format: 'vaktman-import-known',
            version: 1,
            yards: openYards(fleet).map(([id, name]) => ({ id, name })),
            units: register.map(({ unitId, arrangement }) => ({ id: unitId, arrangement })),
          },
    [fleet, register],
  );
  const state = useImport(file, map, known);
  const take = (own: File): void => {
    setMap(null);
    setAdded(null);
    setFailure(null);
    setChemistry(null);
    setFile(own);
  };
  // Rows copied in a spreadsheet are pasted anywhere on the sheet.
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (text.includes('\n')) take(new File([text], 'pasted rows'));
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, []);
  const [pending, takeIn] = useOnce(async (answer: ImportAnswer) => {
    const sent = await addUnits({ units: draftsOf(answer, chemistry) });
    if (sent.error !== undefined) setFailure(problemText(sent.error));
    else setAdded(answer.good);
  });
  const answer = state.kind === 'read' ? state.answer : null;
  const bare = answer === null ? 0 : withoutBatteries(answer);
  const isClean = answer !== null && answer.asked.length === 0 && answer.problems.length === 0;
  if (added !== null)
    return (
      <Sheet>
        <h2>{counted(added, 'unit')} taken in</h2>
        <p>
          <Link to="/units">To the register</Link>
        </p>
        <PrimaryKey
          onPress={() => {
            setFile(null);
            setAdded(null);
          }}
        >
          Another list
        </PrimaryKey>
      </Sheet>
    );
  return (
    <Sheet>
      <h2>Units from a list</h2>
      <FileZone label="Drop a list here" isNext={file === null} take={take}>
        {file === null ? 'Choose, drop or paste a list: CSV of a spreadsheet or another program' : file.name}
      </FileZone>
      {file === null ? (
        <p>
          One row a unit: its number, its yard, system volts, how its batteries are joined and their kind, and whatever
          else is known. Columns may have any order and other names. Nothing is stored before it was shown here.
        </p>
      ) : null}
      {state.kind === 'reading' ? <p role="status">Reading {file?.name} ...</p> : null}
      {state.kind === 'failed' ? <Wrong role="alert">{state.words}</Wrong> : null}
      {failure === null ? null : <Wrong role="alert">Nothing was taken in. {failure}</Wrong>}
      {answer === null || file === null ? null : (
        <>
          <p role="status">{foundWords(answer)}.</p>
          {answer.asked.length === 0 ? null : (
            <ImportQuestions
              asked={answer.asked}
              yards={openYards(fleet)}
              answer={(question, choice) => setMap(withAnswer(map, question, choice))}
            />
          )}
          {bare === 0 ? null : (
            <ImportQuestions
              title={`${counted(bare, 'unit')} without word of some batteries`}
              asked={[{ what: 'field', field: 'battery.chemistry', column: null }]}
              chosen={chemistry}
              yards={[]}
              answer={(_question, choice) => setChemistry(choice as Battery['chemistry'])}
            />
          )}
          {answer.problems.length === 0 ? null : <ImportProblems answer={answer} />}
          {answer.map.columns === undefined ? null : (
            <ImportColumns
              columns={answer.map.columns}
              choose={(column, field) => setMap(withColumn(map, column, { field }))}
            />
          )}
          <Keys>
            {isClean || answer.problems.length === 0 ? null : (
              <Key onPress={async () => saveText('rows-to-put-right.csv', await badRows(file, answer), 'text/csv')}>
                Save the rows to put right
              </Key>
            )}
            <PrimaryKey
              isDisabled={pending || answer.good === 0 || (bare > 0 && chemistry === null)}
              onPress={() => takeIn(answer)}
            >
              {isClean
                ? `Take in ${counted(answer.good, 'unit')}`
                : answer.good === 0
                  ? 'Nothing can be taken in yet'
                  : `Take in the ${answer.good} good of ${answer.rows}`}
            </PrimaryKey>
          </Keys>
        </>
      )}
    </Sheet>
  );
};
