import { isFarFromUsual, parseDecimal } from '@vaktman/core';
import { useWatch, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import styled from 'styled-components';
import { Words } from './Words';

const Usual = styled.small`
  strong {
    display: block;
    color: var(--marginal-ink);
  }
`;

/** What is usual beside a figure that is typed, and a question where that one is far from it: it may be meant so. */
export const UsualFigure = <Typed extends FieldValues>({
  control,
  name,
  usual,
  words,
}: {
  readonly control: Control<Typed, unknown, unknown>;
  /** The line the figure is typed in. */
  readonly name: FieldPath<Typed>;
  /** In the unit it is typed in. */
  readonly usual: number;
  readonly words: string;
}) => {
  const isFar = useWatch({
    control,
    name,
    compute: (typed: unknown) => {
      const stated = parseDecimal(String(typed ?? ''));
      return Number.isFinite(stated) && isFarFromUsual(stated, usual);
    },
  });
  return (
    <Usual>
      <Words>{words}</Words>
      {isFar ? (
        <strong role="status">
          <span aria-hidden="true">◆ </span>Far from it: is the point in its place?
        </strong>
      ) : null}
    </Usual>
  );
};
