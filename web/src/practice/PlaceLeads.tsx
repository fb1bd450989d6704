import type { BenchControls } from '@vaktman/core';
import styled from 'styled-components';
import { Key } from '../control/Key';

export type Lead = 'red' | 'black' | 'clamp';

const Tray = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0.5rem;
`;
const Chip = styled(Key)<{ $on: boolean; $colour: string }>`
  && {
    min-height: 56px;
    padding: 0 0.5rem;
    font-size: 1.05rem;
    touch-action: none;
    border: ${({ $on }) => ($on ? '4px solid var(--live)' : '2px solid var(--ink)')};
    background: ${({ $colour }) => $colour};
    color: ${({ $colour }) => ($colour === 'transparent' ? 'var(--ink)' : '#ffffff')};
  }
`;

const WORDS: Readonly<Record<Lead, string>> = { red: 'RED', black: 'BLACK', clamp: 'CLAMP' };
const COLOURS: Readonly<Record<Lead, string>> = { red: '#b3261e', black: '#11171b', clamp: 'transparent' };

/** The leads at hand: choose one and press where it goes, or drag it there. */
export const PlaceLeads = ({
  chosen,
  controls,
  choose,
  drag,
  nameOf,
}: {
  chosen: Lead;
  controls: BenchControls;
  choose: (lead: Lead) => void;
  drag: (lead: Lead) => void;
  /** A place in plain words. */
  nameOf: (at: string) => string;
}) => (
  <Tray role="group" aria-label="Leads">
    {(['red', 'black', 'clamp'] as const).map((lead) => (
      <Chip
        key={lead}
        $on={chosen === lead}
        $colour={COLOURS[lead]}
        aria-pressed={chosen === lead}
        onPress={() => choose(lead)}
        onPressStart={() => drag(lead)}
      >
        {WORDS[lead]} {controls[lead] === null ? '' : `on ${nameOf(controls[lead])}`}
      </Chip>
    ))}
  </Tray>
);
