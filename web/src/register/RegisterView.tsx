import type { UnitEntry } from '@vaktman/contract';
import { type UnitId, PROFILES } from '@vaktman/core';
import { useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import { Link, useSearchParams } from 'react-router';
import { useMay } from '../session/useMay';
import styled from 'styled-components';
import { useFleetQuery, useRegisterQuery, useRetireUnitMutation } from '../api/api';
import { failedWords, problemText } from '../api/failure';
import { AskReason } from '../control/AskReason';
import { dayText } from '../control/dates';
import { PrimaryKeyLink, QuietKey } from '../control/Key';
import { LongTable } from '../control/LongTable';
import { SearchTools } from '../control/SearchTools';
import { bankWords } from '../control/words';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';

const Sheet = styled.main`
  padding: 1.2rem 1.5rem 2rem;
  display: grid;
  gap: 1rem;
  ${PHONE} {
    padding: 0.9rem 0.9rem 3rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const Row = styled.span`
  display: flex;
  &&& a,
  &&& button {
    display: inline-flex;
    margin: 0;
    align-items: center;
    min-height: 48px;
    padding: 0 0.6rem;
    font-weight: 620;
    text-underline-offset: 0.25em;
    ${PHONE} {
      padding: 0 0.35rem;
    }
  }
`;

/** What can be done with one unit of the register. */
const RowKeys = ({
  unit: { unitId, retiredAt },
  ask,
  back,
}: {
  unit: UnitEntry;
  ask: (unitId: UnitId) => void;
  back: (unitId: UnitId, because: null) => Promise<void>;
}) => {
  const isLead = useMay('lead');
  if (!isLead) return null;
  return (
    <Row>
      <Link to={`/units/${encodeURIComponent(unitId)}/edit`} aria-label={`Edit ${unitId}`}>
        Edit
      </Link>
      <Link to={`/units/new?copy=${encodeURIComponent(unitId)}`} aria-label={`Copy ${unitId}`}>
        Copy
      </Link>
      {retiredAt === null ? (
        <QuietKey aria-label={`Take out ${unitId}`} onPress={() => ask(unitId)}>
          Take out
        </QuietKey>
      ) : (
        <QuietKey aria-label={`Take back ${unitId}`} onPress={() => back(unitId, null)}>
          Take back
        </QuietKey>
      )}
    </Row>
  );
};

const matches = ({ unitId, description, plate, class: kind }: UnitEntry, search: string): boolean =>
  [unitId, description, plate, kind].join(' ').toLowerCase().includes(search.trim().toLowerCase());

/** Every unit on record, also those that left: add one, copy one, change one, take one out. */
export const RegisterView = () => {
  const isLead = useMay('lead');
  const [parameters, setParameters] = useSearchParams();
  const search = parameters.get('q') ?? '';
  useViewTitle('Units');
  const fleet = useFleetQuery();
  const register = useRegisterQuery();
  const [retireUnit] = useRetireUnitMutation();
  const [asked, setAsked] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const yardName = (yardId: string): string => fleet.data?.yards.find((yard) => yard.yardId === yardId)?.name ?? yardId;
  const retire = async (unitId: UnitId, because: string | null): Promise<void> => {
    const answer = await retireUnit({
      unitId,
      retirement: because === null ? { retired: false } : { retired: true, because },
    });
    setProblem(answer.error === undefined ? null : `${unitId}: ${problemText(answer.error)}`);
    setAsked(null);
  };
  if (register.data === undefined)
    return (
      <>
        {register.isError ? (
          <Failed
            title="The register could not be loaded"
            words={failedWords(register.error)}
            again={() => void register.refetch()}
          />
        ) : (
          <Loading />
        )}
      </>
    );
  const shown = register.data.filter((unit) => matches(unit, search));
  return (
    <>
      <Sheet>
        <SearchTools>
          <SearchField
            value={search}
            onChange={(value) => setParameters(value === '' ? {} : { q: value }, { replace: true })}
          >
            <Label>Find a unit</Label>
            <Input placeholder="P-07, grader …" />
          </SearchField>
          {isLead ? <PrimaryKeyLink to="/units/new">Add a unit</PrimaryKeyLink> : null}
        </SearchTools>
        {problem === null ? null : <Wrong role="alert">{problem}</Wrong>}
        <LongTable
          caption="Units on record"
          rows={shown}
          rowKey={({ unitId }) => unitId}
          columns={[
            {
              words: 'Unit',
              share: 2.5,
              text: ({ unitId }) => unitId,
              cell: ({ unitId }) => (
                <Link to={`/units/${encodeURIComponent(unitId)}`}>
                  <strong>{unitId}</strong>
                </Link>
              ),
            },
            { words: 'What it is', share: 4, cell: ({ description }) => description },
            { words: 'Plate', wide: true, share: 2.5, cell: ({ plate }) => plate ?? '–' },
            { words: 'Yard', wide: true, share: 3.5, cell: ({ yardId }) => yardName(yardId) },
            {
              words: 'Bank',
              wide: true,
              share: 5.5,
              cell: ({ systemVolts, arrangement }) => bankWords(systemVolts, arrangement),
            },
            {
              words: 'Judged by',
              wide: true,
              share: 3,
              cell: ({ profile }) => (profile === null ? 'as the fleet' : PROFILES[profile].title),
            },
            {
              words: 'In the fleet',
              wide: true,
              share: 3,
              cell: ({ retiredAt, retiredBecause }) =>
                retiredAt === null ? 'yes' : `left ${dayText(retiredAt)}: ${retiredBecause ?? ''}`,
            },
            { words: '', share: 6, cell: (unit) => <RowKeys unit={unit} ask={setAsked} back={retire} /> },
          ]}
          empty={
            register.data.length === 0
              ? 'No unit is on record yet. Add the first one.'
              : 'Nothing matches. Clear the search.'
          }
        />
      </Sheet>
      {asked === null ? null : (
        <AskReason
          title={`Take ${asked} out of the fleet`}
          words="It is no longer planned for. Its history stays, and it can be taken back."
          usual={['Sold', 'Worn out', 'Lent elsewhere']}
          saveWords="Take it out"
          save={(reason) => retire(asked, reason)}
          close={() => setAsked(null)}
        />
      )}
    </>
  );
};
