import { act, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { Keypad } from './Keypad';
import type { EntryField, EntryValues } from './keypadEntry';

const VOLTS: EntryField = { key: 'volts', label: 'Volts', unit: 'V', min: -40, max: 40, usual: [8, 16], signed: true };
const AMPS: EntryField = { key: 'amps', label: 'Amps', unit: 'A', min: 0, max: 3000 };
const NOTE: EntryField = { key: 'celsius', label: 'Battery', unit: '°C', min: -60, max: 90, optional: true };

const pad = (fields: readonly EntryField[], answer: () => unknown = () => undefined) => {
  const saved: EntryValues[] = [];
  const shown = show(
    <Keypad
      fields={fields}
      save={(values) => {
        saved.push(values);
        return answer();
      }}
    />,
  );
  return { ...shown, saved };
};
/** A keypad that asks for fewer numbers once some are known by other means. */
const learning = (before: readonly EntryField[], after: readonly EntryField[]) => {
  const saved: EntryValues[] = [];
  let know = (): void => undefined;
  const Pad = () => {
    const [known, setKnown] = useState(false);
    know = () => setKnown(true);
    return <Keypad fields={known ? after : before} save={(values) => saved.push(values)} />;
  };
  return { ...show(<Pad />), saved, learn: () => act(() => know()) };
};
const figure = (key: string) => screen.getByTestId(`entry-${key}`).textContent!.replace('_', '');

describe('the keypad', () => {
  it('takes digits of a keyboard without a click, a comma for a point, and saves on Enter', async () => {
    const { user, saved } = pad([VOLTS]);
    await user.keyboard('12,65{Enter}');
    expect(saved).toEqual([{ volts: 12.65 }]);
  });
  it('takes the big keys, and takes one back', async () => {
    const { user, saved } = pad([VOLTS]);
    for (const name of ['1', '2', 'Decimal point', '6', '7', 'Delete the last digit', 'Change the sign'])
      await user.click(screen.getByRole('button', { name }));
    expect(figure('volts')).toBe('−12.6');
    await user.click(screen.getByRole('button', { name: 'Change the sign' }));
    await user.click(screen.getByRole('button', { name: 'Save reading' }));
    expect(saved).toEqual([{ volts: 12.6 }]);
  });
  it('refuses what cannot be, in words, and stores nothing', async () => {
    const { user, saved } = pad([VOLTS]);
    await user.keyboard('1267{Enter}');
    expect(screen.getByRole('alert').textContent).toBe(
      '1267 V cannot be: expected −40 to 40 V. Check the decimal point and the range of the meter.',
    );
    expect(saved).toEqual([]);
  });
  it('asks once about the unusual, and forgets the question when the number changes', async () => {
    const { user, saved } = pad([VOLTS]);
    await user.keyboard('4.2{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('4.2 V is unusual');
    expect(saved).toEqual([]);
    await user.keyboard('{Backspace}');
    expect(screen.queryByRole('alert')).toBeNull();
    await user.keyboard('3{Enter}{Enter}');
    expect(saved).toEqual([{ volts: 4.3 }]);
  });
  it('takes what the meter says once more as another number, not as the rest of the unusual one', async () => {
    const { user, saved } = pad([VOLTS]);
    await user.keyboard('4.2{Enter}12.4{Enter}');
    expect(saved).toEqual([{ volts: 12.4 }]);
  });
  it('asks about each unusual number of several, by its name, and has it ready to be typed anew', async () => {
    const SECOND = { ...VOLTS, key: 'second', label: 'Battery B' };
    const { user, saved } = pad([{ ...VOLTS, label: 'Battery A' }, SECOND, AMPS]);
    await user.keyboard('4.2{Enter}7.1{Enter}400{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/^Battery A: 4\.2 V is unusual/);
    await user.keyboard('{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/^Battery B: 7\.1 V is unusual/);
    expect(saved).toEqual([]);
    await user.keyboard('12.1{Enter}');
    expect(saved).toEqual([{ volts: 4.2, second: 12.1, amps: 400 }]);
  });
  it('goes on to the next number, asks for what is missing, and leaves out what may be', async () => {
    const { user, saved } = pad([VOLTS, AMPS, NOTE]);
    await user.keyboard('9.8{Enter}{Enter}');
    expect(screen.getByRole('alert').textContent).toBe('Amps: type what you read.');
    await user.keyboard('455{Enter}');
    expect(saved).toEqual([{ volts: 9.8, amps: 455, celsius: null }]);
  });
  it('goes on with what is left where a number is known by other means meanwhile', async () => {
    const { user, saved, learn } = learning([VOLTS, AMPS], [VOLTS]);
    await user.keyboard('12.6{Enter}4');
    learn();
    await user.keyboard('{Enter}');
    expect(saved).toEqual([{ volts: 12.6 }]);
  });
  it('keeps to the number that is typed where one before it is known by other means meanwhile', async () => {
    const others = [AMPS, { ...NOTE, optional: false }];
    const { user, saved, learn } = learning([VOLTS, ...others], others);
    await user.keyboard('12.6{Enter}4');
    learn();
    await user.keyboard('00{Enter}21{Enter}');
    expect(saved).toEqual([{ amps: 400, celsius: 21 }]);
  });
  it('begins a number anew when it is chosen again', async () => {
    const { user } = pad([VOLTS, AMPS]);
    await user.keyboard('12.6{Enter}400');
    await user.click(screen.getByRole('button', { name: /Volts/ }));
    await user.keyboard('9');
    expect([figure('volts'), figure('amps')]).toEqual(['9', '400']);
  });
  it('saves once, however often Enter is pressed while it is being kept', async () => {
    let keep = (): void => undefined;
    const answer = vi.fn(() => new Promise<void>((resolve) => (keep = resolve)));
    const { user, saved } = pad([VOLTS], answer);
    await user.keyboard('12.6{Enter}{Enter}{Enter}');
    expect(saved).toHaveLength(1);
    await act(async () => keep());
    await user.keyboard('{Enter}');
    expect(saved).toHaveLength(2);
  });
  it('takes digits after a choice was touched, and leaves those typed into a field alone', async () => {
    const { user, saved } = pad([VOLTS]);
    const choice = document.body.appendChild(document.createElement('input'));
    choice.type = 'radio';
    const note = document.body.appendChild(document.createElement('input'));
    try {
      await user.click(note);
      await user.keyboard('77');
      expect(note.value).toBe('77');
      await user.click(choice);
      await user.keyboard('12.4');
      // Enter saves; it does not press what had the focus before.
      await user.keyboard('{Enter}');
      expect(saved).toEqual([{ volts: 12.4 }]);
    } finally {
      choice.remove();
      note.remove();
    }
  });
});
