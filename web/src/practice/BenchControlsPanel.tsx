import { batteriesInOrder, type BenchControls, type PilePlace, type Unit } from '@vaktman/core';
import { memo } from 'react';
import { Label, Slider, SliderOutput, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.5rem 0.8rem;
  align-items: end;
  button {
    min-height: 52px;
    padding: 0 0.4rem;
    font-size: 1.05rem;
  }
  .wide {
    grid-column: 1 / -1;
  }
`;
const Knob = styled(Slider)`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.2rem;
  label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  .track {
    grid-column: 1 / -1;
    height: 48px;
    position: relative;
    &::before {
      content: '';
      position: absolute;
      inset: 22px 0;
      background: var(--ink-3);
    }
  }
  .thumb {
    width: 34px;
    height: 44px;
    top: 50%;
    background: var(--live);
    border: 2px solid var(--ink);
  }
`;
const Toggle = styled(Key)<{ $on: boolean }>`
  && {
    background: ${({ $on }) => ($on ? 'var(--ink)' : 'transparent')};
    color: ${({ $on }) => ($on ? 'var(--paper)' : 'var(--ink)')};
  }
`;

/** What a hand can do on the bench besides the probes: key, throttle, loads, pile, battery cables. */
export const BenchControlsPanel = memo(function BenchControlsPanel({
  unit,
  controls,
  running,
  gauge,
  change,
}: {
  unit: Unit;
  controls: BenchControls;
  running: boolean;
  /** What the gauge of the pile shows, in words. */
  gauge: string;
  change: (part: Partial<BenchControls>) => void;
}) {
  const pilePlaces: readonly (readonly [string, string])[] = [
    ['', 'put away'],
    ['starter', 'at starter'],
    ['bank', 'at bank'],
    ...(unit.alternators === undefined ? [] : [['alternator', 'at alternator'] as const]),
    ...batteriesInOrder(unit.bank).map(({ position }) => [`battery:${position}`, `on ${position} alone`] as const),
  ];
  return (
    <Grid role="group" aria-label="Hands on the machine">
      <Toggle $on={controls.key === 'off'} onPress={() => change({ key: 'off' })}>
        Key off
      </Toggle>
      <Toggle $on={controls.key === 'on'} onPress={() => change({ key: 'on' })}>
        Key on
      </Toggle>
      <Toggle
        $on={controls.key === 'start'}
        onPressStart={() => change({ key: 'start' })}
        onPressEnd={() => change({ key: 'on' })}
      >
        {running ? 'Runs' : 'Hold: crank'}
      </Toggle>
      <Toggle $on={!controls.fuel} onPress={() => change({ fuel: !controls.fuel })}>
        {controls.fuel ? 'Fuel on' : 'Starting off'}
      </Toggle>
      <Toggle $on={controls.loads} onPress={() => change({ loads: !controls.loads })}>
        {controls.loads ? 'Loads on' : 'Loads off'}
      </Toggle>
      <ChoiceField
        label="Throttle"
        value={String(controls.throttleRpm)}
        onChange={(value) => change({ throttleRpm: Number(value) })}
        options={[
          ['650', 'idle'],
          ['1500', '1500'],
          ['2200', 'governed'],
        ]}
      />
      <ChoiceField
        label="Cables off"
        value={controls.isolated ?? ''}
        onChange={(value) => change({ isolated: value === '' ? null : value })}
        options={[
          ['', 'none'],
          ...batteriesInOrder(unit.bank).map(({ position }) => [position, `battery ${position}`] as const),
        ]}
      />
      <ChoiceField
        label="Carbon pile"
        value={controls.pileAt ?? ''}
        onChange={(value) => change({ pileAt: value === '' ? null : (value as PilePlace) })}
        options={pilePlaces}
      />
      <ChoiceField
        label="Pile for"
        value={String(controls.pileVolts)}
        onChange={(value) => change({ pileVolts: value === '24' ? 24 : 12 })}
        options={[
          ['12', '12 V'],
          ['24', '24 V'],
        ]}
      />
      <Knob
        className="wide"
        minValue={0}
        maxValue={1}
        step={0.01}
        value={controls.knob}
        onChange={(knob) => change({ knob: typeof knob === 'number' ? knob : 0 })}
        isDisabled={controls.pileAt === null}
      >
        <Label>Pile knob</Label>
        <SliderOutput>{() => gauge}</SliderOutput>
        <SliderTrack className="track">
          <SliderThumb className="thumb" />
        </SliderTrack>
      </Knob>
    </Grid>
  );
});
