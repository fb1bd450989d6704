import { ampsText, circuitName, daysToHalfCharge, figure, latestDrain, pulledCircuits, present } from '@vaktman/core';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { Field } from '../control/Field';
import { Key } from '../control/Key';
import { placePath } from './nextPlace';
import type { StepProps } from './stepProps';

const Part = styled.section`
  display: grid;
  gap: 0.7rem;
  ol {
    display: grid;
    gap: 0.25rem;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 1rem;
    padding: 0.3rem 0;
    border-bottom: 1px solid var(--rule);
    font-size: 1.1rem;
  }
  form {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0.6rem;
    align-items: end;
  }
`;

/** Circuits pulled one after the other, what each takes, and the next one to pull. */
export const PullCircuits = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const visitId = detail.file.visit.id;
  const { facts } = judged.outcomes;
  const whole = latestDrain(facts);
  const days = whole === null ? null : daysToHalfCharge(detail.file.unit, Math.abs(whole.amps));
  const pull = (event: FormEvent): void => {
    event.preventDefault();
    if (name.trim() === '') return;
    void navigate(placePath(visitId, { step: 'battery.drainCircuit', point: `circuit:${name.trim()}` }));
  };
  return (
    <Part>
      <h3>Pull one circuit after the other</h3>
      {days === null ? null : (
        <p>
          At {ampsText(Math.abs(present(whole).amps))} half the charge is gone in {figure(days, days < 10 ? 1 : 0)}{' '}
          days.
        </p>
      )}
      <ol>
        {pulledCircuits(facts).map(({ point, ampsBefore, ampsAfter }) => (
          <li key={point}>
            <strong>{circuitName(point)}</strong>
            <span>
              {ampsText(ampsBefore)} to {ampsText(ampsAfter)}
            </span>
            <span>takes {ampsText(ampsBefore - ampsAfter)}</span>
          </li>
        ))}
      </ol>
      <form onSubmit={pull}>
        <Field label="Circuit to pull next, as its fuse is named" value={name} onChange={setName} />
        <Key type="submit" isDisabled={name.trim() === ''}>
          Pull it
        </Key>
      </form>
    </Part>
  );
};
