import { act, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { holdBounce } from '../../test/holdBounce';
import { show } from '../../test/show';
import { Key, PrimaryKey } from './Key';
import { SureKey } from './SureKey';

describe('a key', () => {
  it('shows that what it does is under way, and takes no press meanwhile', async () => {
    let end = (): void => undefined;
    let pressed = 0;
    const { user } = show(
      <PrimaryKey
        onPress={() => {
          pressed += 1;
          return new Promise<void>((resolve) => (end = resolve));
        }}
      >
        Send
      </PrimaryKey>,
    );
    const key = screen.getByRole('button', { name: 'Send' });
    await user.click(key);
    expect(key.hasAttribute('data-busy')).toBe(true);
    await user.click(key);
    expect(pressed).toBe(1);
    await act(async () => end());
    expect(key.hasAttribute('data-busy')).toBe(false);
  });
  it('that stays takes no press that bounces', async () => {
    let pressed = 0;
    const { user } = show(
      <Key
        stays
        onPress={async () => {
          pressed += 1;
        }}
      >
        Later
      </Key>,
    );
    const key = screen.getByRole('button', { name: 'Later' });
    const letGo = holdBounce();
    await user.click(key);
    await user.click(key);
    expect(pressed).toBe(1);
    await letGo();
    await waitFor(() => expect(key.hasAttribute('data-busy')).toBe(false));
    await user.click(key);
    expect(pressed).toBe(2);
  });
  it('for what cannot be taken back asks first, every time', async () => {
    let done = 0;
    const { user } = show(<SureKey words="Throw it away" sureWords="Yes, away with it" onPress={() => (done += 1)} />);
    for (const times of [1, 2]) {
      const letGo = holdBounce();
      await user.click(screen.getByRole('button', { name: 'Throw it away' }));
      const sure = screen.getByRole('button', { name: 'Yes, away with it' });
      // The press that asked comes again: it is not the second one.
      await user.click(sure);
      expect(done).toBe(times - 1);
      // The keyboard stays where it was asked.
      expect(document.activeElement).toBe(sure);
      await letGo();
      await user.keyboard('{Enter}');
      expect(done).toBe(times);
    }
  });
});
