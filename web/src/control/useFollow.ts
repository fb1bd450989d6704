import { useEffect, useEffectEvent } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';

/**
 * Has a form of plain fields show what somebody else changed meanwhile. What was typed into it here stays as typed; the other
 * fields are not sent back as they were before.
 */
export const useFollow = <Typed extends FieldValues, Draft>(
  { reset }: Pick<UseFormReturn<Typed, unknown, Draft>, 'reset'>,
  known: Typed,
): void => {
  const follow = useEffectEvent(() => reset(known, { keepDirtyValues: true, keepErrors: true }));
  const text = JSON.stringify(known);
  useEffect(() => follow(), [text]);
};
