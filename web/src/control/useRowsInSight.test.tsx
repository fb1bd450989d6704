import { act, screen } from '@testing-library/react';
import { beforeEach, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { useRowsInSight } from './useRowsInSight';

const ROW_PX = 40;
const WHOLE = 100;

const List = ({ count }: { readonly count: number }) => {
  const { list, items, beforePx, afterPx, measure } = useRowsInSight<HTMLOListElement>({
    count,
    keyOf: (index) => `row ${index}`,
    rowPx: ROW_PX,
    whole: WHOLE,
  });
  return (
    <ol ref={list} aria-label="Rows" style={{ paddingTop: beforePx, paddingBottom: afterPx }}>
      {items.map(({ key, index }) => (
        <li key={key} ref={measure} data-index={index}>
          {key}
        </li>
      ))}
    </ol>
  );
};

const drawn = (): string[] => screen.getAllByRole('listitem').map((row) => row.textContent);
const scrollTo = (px: number): void =>
  act(() => {
    vi.stubGlobal('scrollY', px);
    window.dispatchEvent(new Event('scroll'));
  });

beforeEach(() => {
  // The simulated page lays nothing out: every row is as high as it is taken for.
  vi.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(ROW_PX);
  return () => vi.restoreAllMocks();
});

it('draws a short list whole', () => {
  show(<List count={WHOLE} />);
  expect(drawn()).toHaveLength(WHOLE);
});
it('draws of a long one what is in sight, and leaves the room of the rest', () => {
  show(<List count={1000} />);
  expect(drawn()[0]).toBe('row 0');
  expect(drawn().length).toBeLessThan(60);
  scrollTo(500 * ROW_PX);
  expect(drawn()).toContain('row 505');
  expect(drawn()).not.toContain('row 0');
  expect(drawn().length).toBeLessThan(60);
  const { paddingTop, paddingBottom } = screen.getByRole('list').style;
  expect(Number.parseFloat(paddingTop) + Number.parseFloat(paddingBottom) + drawn().length * ROW_PX).toBe(
    1000 * ROW_PX,
  );
});
it('draws all of it on paper', () => {
  show(<List count={1000} />);
  act(() => void window.dispatchEvent(new Event('beforeprint')));
  expect(drawn()).toHaveLength(1000);
  act(() => void window.dispatchEvent(new Event('afterprint')));
  expect(drawn().length).toBeLessThan(60);
});
