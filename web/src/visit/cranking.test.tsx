import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { walkNode } from '@vaktman/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { holdBounce } from '../../test/holdBounce';
import { visitPage } from '../../test/visitPage';

afterEach(() => vi.useRealTimers());

describe('the walk for a machine that does not crank', () => {
  it('asks one question at a time and goes on by the answer', async () => {
    const { user, read } = await visitPage({ at: 'start.walk' });
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('12.6{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'start.walk', point: 'bankRest', volts: 12.6 });
    expect(await screen.findByRole('heading', { name: walkNode('bankJoints').question })).toBeTruthy();
  });
  it('asks its question until it was answered here, though somebody else answered it meanwhile', async () => {
    const { user, read, alsoRead } = await visitPage({ at: 'start.walk' });
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('12');
    await alsoRead({ step: 'start.walk', point: 'bankRest', volts: 12.7 });
    expect(await screen.findByText(/It stands at/)).toBeTruthy();
    await user.keyboard('.6{Enter}');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(read()[1]).toMatchObject({ step: 'start.walk', point: 'bankRest', volts: 12.6 });
    expect(await screen.findByRole('heading', { name: walkNode('bankJoints').question })).toBeTruthy();
  });
  it('ends at a flat bank: everything else waits for a charge', async () => {
    const { user, read } = await visitPage({ at: 'start.walk' });
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('11.2{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(await screen.findByRole('heading', { name: 'Charge first' })).toBeTruthy();
  });
  it('takes the last answer again, and goes by the later one', async () => {
    const { user, read } = await visitPage({ at: 'start.walk' });
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('11.2{Enter}');
    await user.click(await screen.findByRole('button', { name: 'Answer the last one again' }));
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('12.7{Enter}');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(await screen.findByRole('heading', { name: walkNode('bankJoints').question })).toBeTruthy();
  });
});

describe('a walk to its end', () => {
  it('names the part whose volts end there, rules out what they passed, and finds it', async () => {
    const { user, read, router, visitId } = await visitPage({ at: 'start.walk' });
    const asked = (name: string) => screen.findByRole('heading', { name, level: 2 });
    const volts = async (question: string, value: string): Promise<void> => {
      await asked(question);
      await user.keyboard(`${value}{Enter}`);
    };
    const answer = async (question: string, words: RegExp): Promise<void> => {
      await asked(question);
      const key = screen.getByRole('button', { name: words });
      await waitFor(() => expect(key.hasAttribute('disabled')).toBe(false));
      await user.click(key);
    };
    await volts('Volts of the bank at rest', '12.7');
    await answer('Joints at the bank clean and tight?', /^Clean/);
    await volts('Starter B+ to starter ground, at rest', '12.68');
    await answer('Try to crank', /^Nothing/);
    await volts('Starter B+ to ground, key turned', '12.6');
    await volts('Control terminal to ground while trying', '0.1');
    await volts('Output of the magnetic switch while trying', '0.0');
    await volts('Supply of the magnetic switch, at rest', '12.6');
    await volts('Coil signal of the magnetic switch while trying', '12.5');
    expect(await screen.findByText('The coil gets its signal and the switch does not close.')).toBeTruthy();
    expect(screen.getByRole('img', { name: /^Pinion and ring gear.*ruled out/ })).toBeTruthy();
    expect(read().filter(({ step }) => step === 'start.walk')).toHaveLength(9);
    await act(() => router.navigate(`/visits/${visitId}/findings`));
    expect(await screen.findByRole('heading', { name: /Magnetic switch/ })).toBeTruthy();
  });
});

describe('an answer of the walk', () => {
  it('that bounces answers no other question', async () => {
    const { user, read } = await visitPage({ at: 'start.walk' });
    await screen.findByRole('heading', { name: walkNode('bankRest').question });
    await user.keyboard('12.7{Enter}');
    const clean = await screen.findByRole('button', { name: /^Clean/ });
    await waitFor(() => expect(clean.hasAttribute('disabled')).toBe(false));
    await user.click(clean);
    await screen.findByRole('heading', { name: walkNode('starterRest').question });
    const letGo = holdBounce();
    await user.keyboard('12.68{Enter}');
    await screen.findByRole('heading', { name: walkNode('attempt').question });
    const answers = within(screen.getByRole('group', { name: walkNode('attempt').question })).getAllByRole('button');
    await user.click(answers[0]!);
    expect(read()).toHaveLength(3);
    await letGo();
    await waitFor(() => expect(answers[0]!.hasAttribute('disabled')).toBe(false));
    await user.click(answers[0]!);
    await waitFor(() => expect(read()).toHaveLength(4));
  });
});

describe('the ladder of a crank', () => {
  it('keeps a reading once, however often Enter is pressed while it is being kept', async () => {
    const { user, read } = await visitPage({ at: 'start.ladder' });
    const next = async () => (await screen.findByRole('heading', { name: /^Next: / })).textContent;
    const before = await next();
    await user.keyboard('10.4');
    for (let press = 0; press < 3; press++) fireEvent.keyDown(document.body, { key: 'Enter' });
    await waitFor(() => expect(read().length).toBeGreaterThan(0));
    await waitFor(async () => expect(await next()).not.toBe(before));
    expect(read()).toHaveLength(1);
  });
  it('asks for what it asked for, whatever somebody else reads meanwhile: the leads lie there', async () => {
    const { user, read, alsoRead } = await visitPage({ at: 'start.ladder' });
    await screen.findByRole('heading', { name: 'Next: bank while cranking' });
    await user.keyboard('10.');
    await alsoRead({ step: 'start.crankVolts', point: 'bank', volts: 10.1, hold: 'settled' });
    expect(await screen.findByText(/It stands at/)).toBeTruthy();
    await user.keyboard('4{Enter}');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(read()[1]).toMatchObject({ step: 'start.crankVolts', point: 'bank', volts: 10.4 });
    expect(await screen.findByRole('heading', { name: 'Next: positive cable' })).toBeTruthy();
    expect(screen.queryByText(/It stands at/)).toBeNull();
    await alsoRead({ step: 'start.drop', point: 'positive', volts: 0.2, by: 'crank' } as never);
    await user.click(await screen.findByRole('button', { name: 'Keep that' }));
    expect(await screen.findByRole('heading', { name: 'Next: solenoid contacts' })).toBeTruthy();
    expect(read()).toHaveLength(3);
  });
  it('reads the source first, and keeps what was read settled', async () => {
    const { user, read } = await visitPage({ at: 'start.ladder' });
    await screen.findByRole('heading', { name: /^Next: / });
    await user.keyboard('10.4{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'start.crankVolts', point: 'bank', volts: 10.4, hold: 'settled' });
  });
  it('that does not add up says by how much, and adds up once the doubtful one was read again', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const { user } = await visitPage({ at: 'start.ladder' });
    for (const [title, value] of [
      ['bank while cranking', '10.8'],
      ['positive cable', '0.22'],
      ['solenoid contacts', '0.12'],
      ['starter motor', '9.1'],
      ['ground side', '0.24'],
    ]) {
      await screen.findByRole('heading', { name: `Next: ${title}` });
      await user.keyboard(`${value}{Enter}`);
    }
    expect(await screen.findByRole('heading', { name: 'The ladder does not add up' })).toBeTruthy();
    expect(screen.getByRole('status', { name: 'Sum check' }).textContent).toContain('1.12');
    // Five cranks of three seconds: the starter cools before the next one.
    await user.click(screen.getAllByRole('button', { name: /^Starter motor/ })[0]!);
    expect(await screen.findByRole('timer', { name: 'Cooling' })).toBeTruthy();
    vi.setSystemTime(Date.now() + 121_000);
    await screen.findByRole('group', { name: 'Keypad' });
    await user.keyboard('10.2{Enter}');
    expect(await screen.findByRole('heading', { name: 'The ladder adds up' })).toBeTruthy();
  });
  it('lets the starter cool after cranks that followed one another, unless somebody says why not', async () => {
    const at = new Date().toISOString();
    const crank = (point: 'positive' | 'negative') =>
      ({ step: 'start.drop', point, volts: 0.2, by: 'crank', at }) as const;
    const { user, happened } = await visitPage({
      at: 'start.ladder',
      readings: [
        { step: 'start.crankVolts', point: 'bank', volts: 10.4, hold: 'settled', at },
        crank('positive'),
        crank('negative'),
        { step: 'start.solenoid', point: 'starter', volts: 0.1, at },
        crank('positive'),
      ] as never,
    });
    expect(await screen.findByText(/cranked for 15 s/)).toBeTruthy();
    expect(screen.queryByTestId('entry-volts')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Go on all the same' }));
    await user.click(await screen.findByRole('button', { name: 'cold day, parts are cold' }));
    await user.click(screen.getByRole('button', { name: 'Go on' }));
    await waitFor(() =>
      expect(happened()).toContainEqual(
        expect.objectContaining({ kind: 'wait-skipped', wait: 'starter cools', reason: 'cold day, parts are cold' }),
      ),
    );
    expect(await screen.findByTestId('entry-volts')).toBeTruthy();
  });
});
