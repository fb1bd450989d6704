import type { ProblemDetails } from '@vaktman/contract';
import styled from 'styled-components';
import { Key, QuietKey } from '../control/Key';

/** What has to be settled before a unit is saved: whether a battery is one on record, or what somebody else changed. */
export type SaveQuestion =
  | {
      readonly kind: 'same';
      readonly batteries: NonNullable<ProblemDetails['sameBattery']>;
      readonly answer: (same: Record<string, string>) => Promise<void>;
    }
  | {
      readonly kind: 'clash';
      readonly problems: NonNullable<ProblemDetails['problems']>;
      readonly answer: () => Promise<void>;
    };

const Box = styled.section`
  border: 2px solid var(--failed);
  padding: 0.8rem;
  display: grid;
  gap: 0.6rem;
  h3 {
    font-size: 1.15rem;
  }
`;

/** A path of the unit in words: `unit.bank.batteries[1].serial` is "battery B, serial". */
const fieldWords = (path: string): string =>
  path
    .replace(/^unit\./, '')
    .replace(/^bank\.batteries\[(\d)\]\.?/, (_all, index: string) => `battery ${'ABCDEF'[Number(index)] ?? ''}, `)
    .replace(/([A-Z])/g, ' $1')
    .replaceAll('.', ', ')
    .toLowerCase()
    .replace(/battery ([a-f]),/, (_all, letter: string) => `battery ${letter.toUpperCase()},`);

export const AskBeforeSaving = ({ question, close }: { question: SaveQuestion; close: () => void }) =>
  question.kind === 'same' ? (
    <Box role="alertdialog" aria-label="The same battery?">
      <h3>The same battery?</h3>
      {question.batteries.map(({ position, where }) => (
        <p key={position}>
          The serial at {position} is of a battery on record, {where}.
        </p>
      ))}
      <Key
        onPress={() =>
          question.answer(
            Object.fromEntries(question.batteries.map(({ position, batteryId }) => [position, batteryId])),
          )
        }
      >
        Yes: it moves here
      </Key>
      <QuietKey onPress={close}>No: I correct the serial</QuietKey>
    </Box>
  ) : (
    <Box role="alertdialog" aria-label="Changed meanwhile">
      <h3>Changed by somebody else meanwhile</h3>
      <ul>
        {question.problems.map(({ path, message }) => (
          <li key={path}>
            {fieldWords(path)}: {message}
          </li>
        ))}
      </ul>
      <Key onPress={question.answer}>Save mine all the same</Key>
      <QuietKey onPress={() => location.reload()}>Load it as it is now</QuietKey>
    </Box>
  );
