import { act, screen } from '@testing-library/react';
import { beforeEach, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { FormRows } from './FormRows';

const ROW_PX = 90;
const rows = (count: number): string[] => Array.from({ length: count }, (_, index) => `person ${index}`);
const shown = (count: number) =>
  show(
    <FormRows rows={rows(count)} rowKey={(row) => row} form={(row) => <input aria-label={row} defaultValue={row} />} />,
  );
const names = (): (string | null)[] => screen.getAllByRole('textbox').map((box) => box.getAttribute('aria-label'));
const scrollTo = (px: number): void =>
  act(() => {
    vi.stubGlobal('scrollY', px);
    window.dispatchEvent(new Event('scroll'));
  });
/** How high all of it is: the rows that are there, and what stands for the others. */
const heightPx = (container: HTMLElement): number =>
  [...container.querySelectorAll<HTMLElement>('[aria-hidden]')].reduce(
    (sum, gap) => sum + Number.parseFloat(gap.style.height),
    names().length * ROW_PX,
  );

beforeEach(() => {
  // The simulated page lays nothing out: every row is as high as it is taken for.
  vi.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(ROW_PX);
  return () => vi.restoreAllMocks();
});

it('has all of a short list in the page', () => {
  shown(100);
  expect(names()).toHaveLength(100);
});
it('has of a long one what is in sight, and keeps the room of the rest', () => {
  const { container } = shown(400);
  scrollTo(300 * ROW_PX);
  expect(names()).toContain('person 302');
  expect(names().length).toBeLessThan(60);
  expect(heightPx(container)).toBe(400 * ROW_PX);
});
it('keeps the rows somebody was at, with what was typed there, wherever one scrolls', async () => {
  const { user, container } = shown(400);
  await user.type(screen.getByLabelText('person 1'), ' left');
  await user.type(screen.getByLabelText('person 5'), ' too');
  scrollTo(300 * ROW_PX);
  expect(names()).toEqual(['person 1', 'person 5', ...names().slice(2)]);
  expect(names()).not.toContain('person 2');
  expect(names()).toContain('person 302');
  expect(heightPx(container)).toBe(400 * ROW_PX);
  scrollTo(0);
  expect((screen.getByLabelText('person 1') as HTMLInputElement).value).toBe('person 1 left');
  expect((screen.getByLabelText('person 5') as HTMLInputElement).value).toBe('person 5 too');
});
