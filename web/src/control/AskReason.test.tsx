import { screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { AskReason } from './AskReason';

const ask = () => {
  const [save, close] = [vi.fn(), vi.fn()];
  const shown = show(
    <AskReason
      title="Leave out the load test?"
      words="It stays owed."
      usual={['No pile at hand']}
      saveWords="Leave it out"
      save={save}
      close={close}
    />,
  );
  return { ...shown, save, close };
};

describe('asking for a reason', () => {
  it('takes one of the usual with a press', async () => {
    const { user, save } = ask();
    await user.click(screen.getByRole('button', { name: 'No pile at hand' }));
    await user.click(screen.getByRole('button', { name: 'Leave it out' }));
    expect(save).toHaveBeenCalledWith('No pile at hand');
  });
  it('has the keyboard at once, wants words, and leaves out the space around them', async () => {
    const { user, save } = ask();
    await user.keyboard('   ');
    await user.click(screen.getByRole('button', { name: 'Leave it out' }));
    expect(save).not.toHaveBeenCalled();
    await user.type(screen.getByRole('textbox', { name: 'Why' }), 'pile away for repair ');
    await user.click(screen.getByRole('button', { name: 'Leave it out' }));
    expect(save).toHaveBeenCalledWith('pile away for repair');
  });
  it('keeps the keyboard inside, and is left by Escape without saving', async () => {
    const { user, save, close } = ask();
    const dialog = screen.getByRole('dialog');
    for (let presses = 0; presses < 8; presses++) {
      await user.tab();
      expect(dialog.contains(document.activeElement)).toBe(true);
    }
    await user.keyboard('{Escape}');
    expect(close).toHaveBeenCalledOnce();
    expect(save).not.toHaveBeenCalled();
  });
});
