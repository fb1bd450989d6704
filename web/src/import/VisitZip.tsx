import type { VisitsTaken } from '@vaktman/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { ProgressBar } from 'react-aria-components';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useFleetQuery } from '../api/api';
import { problemText } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { PrimaryKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { openYards } from '../fleet/fleetLists';
import { useLookAtVisitsMutation } from './importApi';
import { counted } from './listWords';

const Part = styled.section`
  display: grid;
  gap: 0.9rem;
`;
const Problems = styled.ul`
  border-left: 10px solid var(--failed);
  padding-left: 1rem;
  display: grid;
  gap: 0.3rem;
  max-height: 24rem;
  overflow-y: auto;
  code {
    font-size: 0.95rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const Found = ({ found }: { readonly found: VisitsTaken }) => (
  <>
    <p style={{ fontSize: '1.4rem', fontWeight: 700 }}>
      {counted(found.good, 'visits')} of {new Set(found.visits.map(({ unit }) => unit)).size} units can be taken in.
      {found.skipped.length === 0 ? '' : ` ${found.skipped.length} entries are no visit files and are passed over.`}
    </p>
    {found.problems.length === 0 ? null : (
      <>
        <p>
          <strong>
            {found.problems.length === 1 ? 'One thing is' : `${found.problems.length} things are`} not as described:
          </strong>
        </p>
        <Problems aria-label="What is not as described">
          {found.problems.map(({ file, path, expected }) => (
            <li key={`${file} ${path} ${expected}`}>
              <code>
                {file ?? 'the archive'}
                {path === null ? '' : ` ${path}`}
              </code>
              : expected {expected.replace(/^expected /, '')}
            </li>
          ))}
        </Problems>
      </>
    )}
  </>
);

/** A zip of visit files: what is in it is shown before anything is stored; then all of it, or the good ones by choice. */
export const VisitZip = ({ file }: { readonly file: File }) => {
  const { data: fleet } = useFleetQuery();
  const [look] = useLookAtVisitsMutation();
  const [importId] = useState(() => v7());
  const [found, setFound] = useState<VisitsTaken | null>(null);
  const [yardId, setYardId] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    void look({ file }).then((result) => {
      if (!current) return;
      if (result.error === undefined) setFound(result.data);
      else setFailure(problemText(result.error));
    });
    return () => {
      current = false;
    };
  }, [file, look]);
  const yards = openYards(fleet);
  const yard = yardId === '' ? (yards[0]?.[0] ?? '') : yardId;
  const [pending, take] = useOnce(async (answer: VisitsTaken) => {
    setFailure(null);
    const result = await look({
      file,
      importId,
      ...(answer.newUnits.length === 0 ? {} : { yardId: yard }),
      ...(answer.problems.length === 0 ? {} : { only: 'good' as const }),
    });
    if (result.error === undefined) setFound(result.data);
    else setFailure(problemText(result.error));
  });
  if (found !== null && found.added > 0)
    return (
      <Part role="status">
        <p style={{ fontSize: '1.4rem', fontWeight: 700 }}>{counted(found.added, 'visits')} taken in.</p>
        <p>
          <Link to="/units">To the register</Link>
        </p>
      </Part>
    );
  return (
    <Part aria-label={file.name}>
      {(found === null && failure === null) || pending ? (
        <ProgressBar isIndeterminate aria-label={pending ? 'Taking it in' : `Reading ${file.name}`}>
          <p role="status">{pending ? 'Taking it in: all of it or nothing ...' : `Reading ${file.name} ...`}</p>
        </ProgressBar>
      ) : null}
      {found === null ? null : <Found found={found} />}
      {found === null || found.newUnits.length === 0 ? null : (
        <>
          <p>
            {found.newUnits.join(', ')}: not registered here, and added from{' '}
            {found.newUnits.length === 1 ? 'its file' : 'their files'}.
          </p>
          <ChoiceField label="Yard" value={yard} onChange={setYardId} options={yards} />
        </>
      )}
      {failure === null ? null : <Wrong role="alert">Nothing was taken in. {failure}</Wrong>}
      {found === null ? null : (
        <PrimaryKey isPending={pending} isDisabled={found.good === 0} onPress={async () => take(found)}>
          {found.problems.length === 0
            ? `Take in ${counted(found.good, 'visits')}`
            : found.good === 0
              ? 'Nothing can be taken in'
              : `Take in the ${found.good} good of ${found.files}`}
        </PrimaryKey>
      )}
    </Part>
  );
};
