import { act, renderHook, screen } from '@testing-library/react';
import type { JudgedOutcome } from '@vaktman/core';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { useRetake } from './useRetake';
import { VerdictPanel } from './VerdictPanel';

describe('taking a test again', () => {
  it('keeps both readings where it may have changed, and names the mistaken one where it was a mistake', () => {
    const { result } = renderHook(() => useRetake({ id: 'r1' }));
    expect(result.current.again).toBe(false);
    act(() => result.current.takeAgain());
    expect(result.current).toMatchObject({ again: true, corrects: {} });
    act(() => result.current.done());
    act(() => result.current.putRight());
    expect(result.current).toMatchObject({ again: true, corrects: { corrects: 'r1' } });
    act(() => result.current.done());
    expect(result.current).toMatchObject({ again: false, corrects: {} });
  });
  it('is open at once where nothing was read yet, and stays so when somebody else reads meanwhile', () => {
    const { result, rerender } = renderHook(({ reading }) => useRetake(reading), {
      initialProps: { reading: undefined as { id: string } | undefined },
    });
    rerender({ reading: { id: 'theirs' } });
    expect(result.current.again).toBe(true);
  });
});

describe('the verdict', () => {
  const outcome = (verdict: JudgedOutcome['verdict']): JudgedOutcome => ({
    step: 'start.joint',
    point: 'starter.B+',
    verdict,
    limit: null,
    margin: null,
    because: 'as read',
    redo: null,
    troubles: [],
    readings: ['r1'],
  });
  it.each([
    ['fail', 1],
    ['pass', 0],
    ['marginal', 0],
  ] as const)('%s offers to put a mistake right only where it failed', (verdict, count) => {
    const putRight = vi.fn();
    show(
      <VerdictPanel
        outcome={outcome(verdict)}
        value="0.31"
        unit="V"
        next={null}
        nextPath="/"
        takeAgain={() => undefined}
        putRight={putRight}
      />,
    );
    const keys = screen.queryAllByRole('button', { name: 'It was taken wrongly' });
    expect(keys).toHaveLength(count);
    act(() => keys[0]?.click());
    expect(putRight).toHaveBeenCalledTimes(count);
  });
});
