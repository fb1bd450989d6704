import type { PathLayout } from '@vaktman/core';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS, MarkShape } from '../control/Mark';
import type { BatteryFace } from './BankDrawing';
import { cloudPath } from './cloudPath';
import { MarkWordWithin } from './MarkWord';
import { valueLine } from './needles';
import { Pressable } from './Pressable';

/** What the cables down to both posts take of the room between these, with air beside them. */
const CABLES_TAKE = 12;

/** One battery in the drawing: its letter, what was read of it, its mark. */
export const PathBattery = ({
  battery,
  face,
  press,
}: {
  battery: PathLayout['batteries'][number];
  face: BatteryFace | undefined;
  press: (() => void) | undefined;
}) => {
  const { x, y, width, height, position, plus, minus } = battery;
  const centre = x + width / 2;
  const { at, roomy } = valueLine(battery);
  return (
    <Pressable
      className="battery"
      label={`Battery ${position}${face?.value == null ? '' : `, ${face.value} ${face.unit} ${face.note}`}${face?.mark == null ? '' : `, ${MARK_WORDS[face.mark]}`}`}
      onPress={press}
    >
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx="3"
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      <text
        x={centre}
        y={y + (roomy ? 27 : 23)}
        textAnchor="middle"
        fontSize={roomy ? 24 : 21}
        fontWeight="760"
        fill="var(--ink)"
        className="name"
      >
        {position}
      </text>
      {face?.value == null ? null : (
        <text x={at[0]} y={at[1]} textAnchor="middle" fill={face.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}>
          <SvgFigure text={face.value} size={roomy ? 17 : 15} />
          <tspan fontSize={roomy ? 13 : 11}> {face.unit}</tspan>
        </text>
      )}
      {face?.mark == null ? null : roomy ? (
        <MarkWordWithin x={centre} y={y + height - 26} room={minus[0] - plus[0] - CABLES_TAKE} mark={face.mark} />
      ) : (
        <g transform={`translate(${x + width - 19} ${y + height - 19}) scale(0.75)`}>
          <MarkShape kind={face.mark} />
        </g>
      )}
      {face?.mark !== 'failed' ? null : (
        <path d={cloudPath(x - 2, y - 2, width + 4, height + 4)} fill="none" stroke="var(--failed)" strokeWidth="2.2" />
      )}
    </Pressable>
  );
};
