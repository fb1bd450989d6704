import type { ReaderUnits } from '@vaktman/core';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { readText } from '../../test/readText';
import { Pressable } from '../drawing/Pressable';
import { Figure } from './Figure';
import { Keypad } from './Keypad';
import type { EntryValues } from './keypadEntry';
import { NumberField } from './NumberField';
import { ReaderContext } from './ReaderContext';
import { Words } from './Words';

const UNITS: ReaderUnits = { temperature: 'F', distance: 'mi', area: 'awg', decimal: ',' };

describe('what a reader likes in Fahrenheit, miles and with a comma', () => {
  it('is typed on the keypad so, and saved in ours', async () => {
    const saved: EntryValues[] = [];
    const { user } = show(
      <ReaderContext value={UNITS}>
        <Keypad
          fields={[
            { key: 'volts', label: 'Resting volts', unit: 'V', min: -40, max: 40 },
            { key: 'batteryC', label: 'Battery temperature', unit: '°C', signed: true, min: -60, max: 90 },
          ]}
          save={(values) => saved.push(values)}
        />
      </ReaderContext>,
    );
    expect(screen.getByRole('button', { name: 'Decimal point' }).textContent).toBe(',');
    await user.keyboard('12,65{Enter}14{Enter}');
    expect(saved).toEqual([{ volts: 12.65, batteryC: -10 }]);
  });
  it('is refused in the unit it was typed in', async () => {
    const { user } = show(
      <ReaderContext value={UNITS}>
        <Keypad fields={[{ key: 'c', label: 'Air', unit: '°C', min: -60, max: 60 }]} save={() => undefined} />
      </ReaderContext>,
    );
    await user.keyboard('180{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('180 °F cannot be: expected −76 to 140 °F');
  });
  it('is refused in a form in the unit it was typed in, also what came', () => {
    show(
      <ReaderContext value={UNITS}>
        <NumberField
          label="Air"
          unit="°C"
          value="148.9"
          onChange={() => undefined}
          error="expected -60 to 60 °C, received 148.9"
        />
        <NumberField
          label="Hours"
          unit="h"
          value="x"
          onChange={() => undefined}
          error="expected 0 to 9 h, received x"
        />
      </ReaderContext>,
    );
    expect(screen.getByText('expected −76 to 140 °F, received 300,0 °F')).toBeTruthy();
    expect(screen.getByText('expected 0 to 9 h, received x')).toBeTruthy();
  });
  it('stays in a field as it was typed, and is told in ours', async () => {
    const told: string[] = [];
    const Typed = () => {
      const [value, setValue] = useState('20');
      return (
        <NumberField
          label="Air"
          unit="°C"
          value={value}
          onChange={(next) => {
            told.push(next);
            setValue(next);
          }}
        />
      );
    };
    const { user } = show(
      <ReaderContext value={UNITS}>
        <Typed />
      </ReaderContext>,
    );
    const field = screen.getByLabelText<HTMLInputElement>(/Air/);
    expect(field.value).toBe('68');
    await user.clear(field);
    await user.type(field, '-4,5');
    expect(field.value).toBe('-4,5');
    expect(told.at(-1)).toBe('-20.3');
    await user.clear(field);
    expect(told.at(-1)).toBe('');
  });
  it('stands so in figures and sentences', () => {
    show(
      <ReaderContext value={UNITS}>
        <p>
          <Figure text="−18" unit="°C" /> and <Words>Positive cable, 95 mm², 12.65 V at 4 °C</Words>
        </p>
      </ReaderContext>,
    );
    expect(readText(screen.getByText(/and/))).toBe('0°F and Positive cable, 3/0 AWG, 12,65 V at 39 °F');
  });
});

describe('a drawing', () => {
  it('is named with the decimal sign of whoever listens to it', () => {
    show(
      <ReaderContext value={UNITS}>
        <svg>
          <Pressable label="Battery B, 8.71 V under load" className="battery" onPress={undefined}>
            <circle r="4" />
          </Pressable>
          <Pressable label="frame: 0.48 V" className="point" onPress={() => undefined}>
            <circle r="4" />
          </Pressable>
        </svg>
      </ReaderContext>,
    );
    expect(screen.getByRole('img', { name: 'Battery B, 8,71 V under load' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'frame: 0,48 V' })).toBeTruthy();
  });
});
