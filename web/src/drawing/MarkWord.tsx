import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';

const WORD_FROM = 25;
/** What a capital takes of a line, the space after it included. */
const CAPITAL = 8.2;

/** A mark with its word, in a drawing. */
export const MarkWord = ({ x, y, mark, scale = 1 }: { x: number; y: number; mark: MarkKind; scale?: number }) => (
  <g transform={`translate(${x} ${y})${scale === 1 ? '' : ` scale(${scale})`}`}>
    <MarkShape kind={mark} />
    <text
      x={WORD_FROM}
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

/** The same in the middle of so much room, as much smaller as it takes: no cable beside it may cross a letter. */
export const MarkWordWithin = ({ x, y, room, mark }: { x: number; y: number; room: number; mark: MarkKind }) => {
  const width = WORD_FROM + CAPITAL * MARK_WORDS[mark].length;
  const scale = Math.min(1, room / width);
  return <MarkWord x={x - (scale * width) / 2} y={y} mark={mark} scale={scale} />;
};
