import type { UnitEntry } from '@vaktman/contract';
import { PROFILES } from '@vaktman/core';
import { useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useRegisterQuery, useRetireUnitMutation } from '../api/api';
import { failedWords, problemText } from '../api/failure';
import { AskReason } from '../control/AskReason';
import { dayText } from '../control/dates';
import { PrimaryKeyLink, QuietKey } from '../control/Key';
import { SearchTools } from '../control/SearchTools';
import { bankWords } from '../control/words';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/titleSlice';
import { PHONE } from '../theme/screen';
import { Scroll, Table } from '../unit/unitTable';

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

/** As high as a line of text at a desk; in the field the row itself is a glove high. */
const SLIM = { minHeight: 34 } as const;

const matches = ({ unitId, description }: UnitEntry, search: string): boolean =>
  `${unitId} ${description}`.toLowerCase().includes(search.trim().toLowerCase());

/** Every unit on record, also those that left: add one, copy one, change one, take one out. */
export const RegisterView = () => {
  const [parameters, setParameters] = useSearchParams();
  const search = parameters.get('q') ?? '';
  useViewTitle('Units');
  const fleet = useFleetQuery();
  const register = useRegisterQuery();
  const [retireUnit] = useRetireUnitMutation();
  const [asked, setAsked] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const yardName = (yardId: string): string => fleet.data?.yards.find((yard) => yard.yardId === yardId)?.name ?? yardId;
  const retire = async (unitId: string, because: string | null): Promise<void> => {
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
          <PrimaryKeyLink to="/units/new">Add a unit</PrimaryKeyLink>
        </SearchTools>
        {problem === null ? null : <Wrong role="alert">{problem}</Wrong>}
        <Scroll>
          <Table>
            <caption>Units on record</caption>
            <thead>
              <tr>
                <th scope="col">Unit</th>
                <th scope="col">What it is</th>
                <th scope="col">Yard</th>
                <th scope="col">Bank</th>
                <th scope="col">Judged by</th>
                <th scope="col">In the fleet</th>
                <th scope="col" />
              </tr>
            </thead>
            <tbody>
              {shown.map((unit) => (
                <tr key={unit.unitId}>
                  <td>
                    <Link to={`/units/${encodeURIComponent(unit.unitId)}`}>
                      <strong>{unit.unitId}</strong>
                    </Link>
                  </td>
                  <td>{unit.description}</td>
                  <td>{yardName(unit.yardId)}</td>
                  <td>{bankWords(unit.systemVolts, unit.arrangement)}</td>
                  <td>{unit.profile === null ? 'as the fleet' : PROFILES[unit.profile].title}</td>
                  <td className="words">
                    {unit.retiredAt === null ? 'yes' : `left ${dayText(unit.retiredAt)}: ${unit.retiredBecause ?? ''}`}
                  </td>
                  <td>
                    <Link to={`/units/${encodeURIComponent(unit.unitId)}/edit`}>Edit</Link>{' '}
                    <Link to={`/units/new?copy=${encodeURIComponent(unit.unitId)}`}>Copy</Link>{' '}
                    {unit.retiredAt === null ? (
                      <QuietKey
                        style={SLIM}
                        aria-label={`Take ${unit.unitId} out`}
                        onPress={() => setAsked(unit.unitId)}
                      >
                        Take out
                      </QuietKey>
                    ) : (
                      <QuietKey
                        style={SLIM}
                        aria-label={`Take ${unit.unitId} back`}
                        onPress={() => retire(unit.unitId, null)}
                      >
                        Take back
                      </QuietKey>
                    )}
                  </td>
                </tr>
              ))}
              {shown.length === 0 ? (
                <tr>
                  <td colSpan={7}>
                    {register.data.length === 0
                      ? 'No unit is on record yet. Add the first one.'
                      : 'Nothing matches. Clear the search.'}
                  </td>
                </tr>
              ) : null}
            </tbody>
          </Table>
        </Scroll>
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
