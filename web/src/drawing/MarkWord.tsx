import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';

/** A mark with its word, in a drawing. */
export const MarkWord = ({ x, y, mark }: { x: number; y: number; mark: MarkKind }) => (
  <g transform={`translate(${x} ${y})`}>
    <MarkShape kind={mark} />
    <text
      x="25"
      y="15"
      fontSize="14"
      fontWeight="700"
      letterSpacing="0.4"
      fill={mark === 'marginal' ? 'var(--marginal-ink)' : `var(--${mark})`}
    >
      {MARK_WORDS[mark].toUpperCase()}
    </text>
  </g>
);
