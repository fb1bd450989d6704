import type { BenchControls } from '@vaktman/core';
import { useRef, type ReactNode } from 'react';
import { useDrag } from 'react-aria/useDrag';
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
    width: 100%;
    height: 100%;
    border: ${({ $on }) => ($on ? '4px solid var(--live)' : '2px solid var(--ink)')};
    background: ${({ $colour }) => $colour};
    color: ${({ $colour }) => ($colour === 'transparent' ? 'var(--ink)' : '#ffffff')};
  }
`;

const WORDS: Readonly<Record<Lead, string>> = { red: 'RED', black: 'BLACK', clamp: 'CLAMP' };
const COLOURS: Readonly<Record<Lead, string>> = { red: '#b3261e', black: '#11171b', clamp: 'transparent' };

/** A lead that is dragged; with the keyboard it is chosen and then pressed where it goes. */
const Dragged = ({ lead, children }: { lead: Lead; children: ReactNode }) => {
  const ref = useRef<HTMLDivElement>(null);
  const { dragProps } = useDrag({ getItems: () => [{ 'text/plain': lead }], hasDragButton: true });
  return (
    <div {...dragProps} ref={ref}>
      {children}
    </div>
  );
};

/** The leads at hand: choose one and press where it goes, or drag it there. */
export const PlaceLeads = ({
  chosen,
  controls,
  choose,
  nameOf,
}: {
  chosen: Lead;
  controls: BenchControls;
  choose: (lead: Lead) => void;
  /** A place in plain words. */
  nameOf: (at: string) => string;
}) => (
  <Tray role="group" aria-label="Leads">
    {(['red', 'black', 'clamp'] as const).map((lead) => (
      <Dragged key={lead} lead={lead}>
        <Chip $on={chosen === lead} $colour={COLOURS[lead]} aria-pressed={chosen === lead} onPress={() => choose(lead)}>
          {WORDS[lead]} {controls[lead] === null ? '' : `on ${nameOf(controls[lead])}`}
        </Chip>
      </Dragged>
    ))}
  </Tray>
);
