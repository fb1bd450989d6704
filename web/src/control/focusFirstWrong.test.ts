import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { focusFirstWrong } from './draftForm';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A form as it stands once its first field was refused, the keyboard still on the key that sent it. */
const refusedForm = (afterMs = 0) => {
  document.body.innerHTML =
    '<form><input name="wrong"><input name="right"><textarea name="remark"></textarea><button>Keep</button></form>';
  const form = document.querySelector('form')!;
  const [wrong, right, remark, key] = [...form.elements] as HTMLElement[];
  key!.focus();
  focusFirstWrong(form);
  vi.advanceTimersByTime(afterMs);
  wrong!.setAttribute('aria-invalid', 'true');
  return { wrong: wrong!, right: right!, remark: remark! };
};

it('leads the keyboard to the first field that something is wrong with', () => {
  const { wrong } = refusedForm();
  vi.runAllTimers();
  expect(document.activeElement).toBe(wrong);
});

it('waits for it on a device that takes its time to show it', async () => {
  const { wrong } = refusedForm(800);
  await vi.waitFor(() => expect(document.activeElement).toBe(wrong));
});

it.each([
  ['right', 'pointerdown'],
  ['remark', 'keydown'],
] as const)('leaves it where a hand has gone on to type: %s', (field, kind) => {
  const form = refusedForm();
  form[field].focus();
  form[field].dispatchEvent(new Event(kind, { bubbles: true }));
  // Half a number is wrong as well: it is being typed.
  form[field].setAttribute('aria-invalid', 'true');
  vi.runAllTimers();
  expect(document.activeElement).toBe(form[field]);
});
