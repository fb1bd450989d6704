import {
  DISPOSITION_WORDS,
  limitText,
  findingWords,
  judgeAgain,
  pointName,
  PROFILE_NAMES,
  PROFILES,
  stepTitle,
  type FindingCode,
  type JudgedStep,
  type ProfileName,
  type StepDifference,
  present,
} from '@vaktman/core';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { ChoiceField } from '../control/ChoiceField';
import { KeyLink } from '../control/Key';
import { DISPOSITION_MARK, Mark, VERDICT_MARK } from '../control/Mark';
import type { StepProps } from './stepProps';
import { Note, Side, VisitSheet } from './VisitSheet';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  th {
    text-align: left;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.5rem 1rem 0.5rem 0;
    vertical-align: top;
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.92rem;
  }
`;

const keyWords = (key: string): string => {
  const [code, subject] = key.split('@');
  return findingWords(code as FindingCode, subject ?? '');
};

const Judged = ({ entry }: { entry: StepDifference['before'] }) =>
  entry === null ? (
    <>not judged</>
  ) : (
    <>
      <Mark kind={VERDICT_MARK[entry.verdict]} />
      {entry.limit === null ? null : (
        <small>
          <Words>{limitText(entry.limit)}</Words>
        </small>
      )}
      <small>
        <Words>{entry.because}</Words>
      </small>
    </>
  );

/** The visit judged under another method, beside how it was judged. Nothing of it is stored. */
export const AgainView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const [params, setParams] = useSearchParams();
  const own = detail.file.method.profile;
  const others = PROFILE_NAMES.filter((name) => name !== own);
  const asked = params.get('under');
  const under: ProfileName = others.find((name) => name === asked) ?? present(others[0]);
  const again = useMemo(() => judgeAgain(detail.file, under), [detail, under]);
  return (
    <VisitSheet detail={detail} judged={judged}>
      <section>
        <h2 style={{ fontSize: '2rem' }}>Judged again: {PROFILES[under].title.toLowerCase()}</h2>
        <p style={{ margin: '0.4rem 0 1rem' }}>{PROFILES[under].why}</p>
        {again.steps.length === 0 ? (
          <p>Every reading comes out the same under both methods.</p>
        ) : (
          <Table>
            <thead>
              <tr>
                <th scope="col">Test</th>
                <th scope="col">As judged: {PROFILES[own].title.toLowerCase()}</th>
                <th scope="col">Under {PROFILES[under].title.toLowerCase()}</th>
              </tr>
            </thead>
            <tbody>
              {again.steps.map(({ step, point, before, after }) => (
                <tr key={`${step}@${point}`}>
                  <td>
                    <strong>
                      {stepTitle(step as JudgedStep)}, {pointName(point)}
                    </strong>
                  </td>
                  <td>
                    <Judged entry={before} />
                  </td>
                  <td>
                    <Judged entry={after} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
      </section>
      <Side>
        <ChoiceField
          label="Judge again under"
          value={under}
          onChange={(value) => setParams({ under: value }, { replace: true })}
          options={others.map((name) => [name, PROFILES[name].title] as const)}
        />
        <p>
          As judged{' '}
          <Mark kind={DISPOSITION_MARK[again.disposition.before]} word={DISPOSITION_WORDS[again.disposition.before]} />
          <br />
          Under it{' '}
          <Mark kind={DISPOSITION_MARK[again.disposition.after]} word={DISPOSITION_WORDS[again.disposition.after]} />
        </p>
        {again.findingsGone.length === 0 ? null : (
          <section>
            <h2>Otherwise or gone</h2>
            <ul>
              {again.findingsGone.map((key) => (
                <li key={key}>{keyWords(key)}</li>
              ))}
            </ul>
          </section>
        )}
        {again.findingsNew.length === 0 ? null : (
          <section>
            <h2>New under it</h2>
            <ul>
              {again.findingsNew.map((key) => (
                <li key={key}>{keyWords(key)}</li>
              ))}
            </ul>
          </section>
        )}
        <Note>The visit keeps the verdicts of its own method. This is only a look.</Note>
        <KeyLink to="/method">All limits with their reasons</KeyLink>
      </Side>
    </VisitSheet>
  );
};
