import { entriesOf } from '@vaktman/contract';
import {
  DISPOSITION_WORDS,
  findingWords,
  headline,
  judge,
  parseVisitText,
  type Parsed,
  type VisitFile,
} from '@vaktman/core';
import { useState } from 'react';
import { Button, FileTrigger } from 'react-aria-components';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { failureOf, isNotFound } from '../api/failure';
import { openYards } from '../fleet/fleetLists';
import { dayTimeText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Key, PrimaryKey } from '../control/Key';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { useOnce } from '../control/useOnce';
import { useViewTitle } from '../frame/useViewTitle';
import { useLookAtVisitsMutation } from '../import/importApi';
import { PastLists } from '../import/PastLists';
import { VisitZip } from '../import/VisitZip';
import { useMay } from '../session/useMay';
import { foreignId } from './foreignId';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1.2rem;
  max-width: 60rem;
  h2 {
    font-size: 2rem;
  }
`;
const Choose = styled(Button)`
  font: inherit;
  font-weight: 680;
  font-size: 1.3rem;
  min-height: 110px;
  width: 100%;
  background: var(--raised);
  color: inherit;
  border: 2px dashed var(--ink);
  cursor: pointer;
`;
const Problems = styled.ul`
  border-left: 10px solid var(--failed);
  padding-left: 1rem;
  display: grid;
  gap: 0.3rem;
  code {
    font-family: 'B612 Mono', monospace;
    font-size: 0.92rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const Preview = ({ file, source }: { file: VisitFile; source: File }) => {
  const navigate = useNavigate();
  const { data: fleet } = useFleetQuery();
  const unit = useUnitQuery(file.unit.id);
  const [take] = useLookAtVisitsMutation();
  const [importId] = useState(() => v7());
  const [yardId, setYardId] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const isLead = useMay('lead');
  const judgement = judge(file);
  const unknown = isNotFound(unit.error);
  const yard = yardId === '' ? (openYards(fleet)[0]?.[0] ?? '') : yardId;
  const said = (error: Parameters<typeof failureOf>[0], isIn: string): string => {
    const why = failureOf(error);
    if (why.kind === 'unreached') return `${why.words} ${isIn}`;
    return [isIn, ...(why.details.problems ?? []).map(({ path, message }) => `${path}: ${message}`)].join(' ');
  };
  const takeIn = async (): Promise<void> => {
    setFailure(null);
    const result = await take({ file: source, importId, ...(unknown ? { yardId: yard } : {}) });
    if (result.error !== undefined) return setFailure(said(result.error, 'Nothing was taken in.'));
    const [opening] = entriesOf(file, foreignId);
    if (opening?.kind === 'visit') await navigate(`/visits/${opening.opening.visit.id}/summary`);
  };
  return (
    <>
      <section>
        <p style={{ fontSize: '1.4rem', fontWeight: 700 }}>
          {file.unit.id}, {file.unit.description}: {dayTimeText(file.visit.at)}, {file.visit.technician}
        </p>
        <p>
          {file.readings.length} readings, {file.repairs?.length ?? 0} repairs.{' '}
          <Mark kind={DISPOSITION_MARK[judgement.disposition]} word={DISPOSITION_WORDS[judgement.disposition]} />
        </p>
        {judgement.findings.length === 0 ? <p>{headline(judgement)}</p> : null}
        <ul>
          {judgement.findings.map(({ code, subject }) => (
            <li key={`${code}@${subject}`}>{findingWords(code, subject)}</li>
          ))}
        </ul>
      </section>
      {unknown ? (
        <section>
          <p>{file.unit.id} is not registered here. It is added from the file.</p>
          <ChoiceField label="Yard" value={yard} onChange={setYardId} options={openYards(fleet)} />
        </section>
      ) : null}
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
      {isLead ? <PrimaryKey onPress={() => takeIn()}>Take it in</PrimaryKey> : <p>A lead takes it in.</p>}
    </>
  );
};

/** A file that was chosen. One that was put right has the name it had before. */
interface Chosen {
  readonly choice: string;
  readonly file: File;
  readonly parsed: Parsed<VisitFile> | null;
}

/** Takes in a visit from an open file, or a zip of them: every problem is shown before anything is stored. */
export const ImportView = () => {
  useViewTitle('Take in');
  const isLead = useMay('lead');
  /** What was chosen, and what it says; a zip is read by the server. */
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const read = async (files: FileList | null): Promise<void> => {
    const file = files?.[0];
    if (file === undefined) return;
    const isZip = /\.zip$/i.test(file.name);
    setChosen({ choice: v7(), file, parsed: isZip ? null : parseVisitText(await file.text()) });
  };
  // A file that cannot be read any more is told.
  const [, choose] = useOnce(read);
  const parsed = chosen?.parsed ?? null;
  return (
    <>
      <Sheet>
        <h2>Take in a visit file</h2>
        <p>
          A visit as open JSON, from this program or another. The same file taken in twice changes nothing. The form is
          described in the file formats of the documentation.
        </p>
        <FileTrigger
          acceptedFileTypes={['.json', 'application/json', '.zip', 'application/zip']}
          onSelect={(files) => void choose(files)}
        >
          <Choose>{chosen?.file.name ?? 'Choose a visit file, or a zip of them'}</Choose>
        </FileTrigger>
        {chosen === null || parsed !== null ? null : <VisitZip key={chosen.choice} file={chosen.file} />}
        {chosen === null || parsed === null ? null : parsed.ok ? (
          <Preview key={chosen.choice} file={parsed.value} source={chosen.file} />
        ) : (
          <section role="alert">
            <p>
              <strong>
                {parsed.problems.length === 1 ? 'One thing is' : `${parsed.problems.length} things are`} not as
                described. Nothing was taken in.
              </strong>
            </p>
            <Problems>
              {parsed.problems.map(({ path, message }) => (
                <li key={`${path} ${message}`}>
                  <code>{path}</code>: {message}
                </li>
              ))}
            </Problems>
          </section>
        )}
        {isLead ? (
          <>
            <p>
              <Link to="/import/units">Units from a list: CSV of a spreadsheet or another program</Link>
            </p>
            <p>
              <Link to="/import/batteries">Batteries from a register</Link>
            </p>
            <p>
              <Link to="/import/results">Past results from a list</Link>
            </p>
          </>
        ) : null}
        <p>
          <Link to="/trace">A crank from an oscilloscope or a logging meter</Link>
        </p>
        {isLead ? <PastLists /> : null}
        <Key onPress={() => history.back()}>Back</Key>
      </Sheet>
    </>
  );
};
