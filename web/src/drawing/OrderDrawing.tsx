import type { OrderLine } from '@vaktman/core';
import { WideSvg } from './WideSvg';

const WIDTH = 360;
const ROW = 36;
const TOP = 30;
const FROM_X = 46;
const TO_X = 118;
const NAME_X = 148;

const rowY = (index: number): number => TOP + ROW * index + ROW / 2;

/** A wire of the harness, from its usual place to the one it has now. */
const wire = ({ usual }: OrderLine, now: number): string => {
  const [from, to] = [rowY(usual), rowY(now)];
  const middle = (FROM_X + TO_X) / 2;
  return `M${FROM_X} ${from} C${middle} ${from} ${middle} ${to} ${TO_X - 12} ${to}`;
};

/** The usual order of a visit and the one symptoms set, wire by wire: what is brought forward heavy, the rest thin. */
export const OrderDrawing = ({ order }: { readonly order: readonly OrderLine[] }) => (
  <WideSvg
    viewBox={`0 0 ${WIDTH} ${TOP + ROW * order.length + 6}`}
    role="img"
    aria-label={`Order: ${order.map(({ title, minutes }) => `${title}, ${minutes} min`).join('; ')}`}
  >
    <g fontSize="13" fill="var(--ink-2)">
      <text x={FROM_X - 10} y={18} textAnchor="end">
        usual
      </text>
      <text x={TO_X} y={18} textAnchor="middle">
        now
      </text>
      <text x={WIDTH} y={18} textAnchor="end">
        min
      </text>
    </g>
    {order.map((line, now) => (
      <path
        key={`wire ${line.key}`}
        d={wire(line, now)}
        fill="none"
        stroke={line.isFirst ? 'var(--ink)' : 'var(--rule)'}
        strokeWidth={line.isFirst ? 3 : 1.2}
      />
    ))}
    {order.map((line, now) => {
      const y = rowY(now);
      const fill = line.isFirst ? 'var(--ink)' : 'var(--paper)';
      return (
        <g key={line.key}>
          <text x={FROM_X - 10} y={y + 5} textAnchor="end" fontSize="14" fill="var(--ink-2)">
            {now + 1}
          </text>
          <circle cx={TO_X} cy={y} r={13} fill={fill} stroke="var(--ink)" strokeWidth="1.4" />
          <text
            x={TO_X}
            y={y + 5}
            textAnchor="middle"
            fontSize="14"
            fontWeight="680"
            fill={line.isFirst ? 'var(--paper)' : 'var(--ink)'}
          >
            {now + 1}
          </text>
          <text
            x={NAME_X}
            y={y + 5}
            fontSize="15.5"
            fontWeight={line.isFirst ? 720 : 460}
            fill={line.isFirst ? 'var(--ink)' : 'var(--ink-2)'}
          >
            {line.title}
          </text>
          <text x={WIDTH} y={y + 5} textAnchor="end" fontSize="15.5" fontWeight="680" fill="var(--ink)">
            {line.minutes}
          </text>
          <line x1={NAME_X} x2={WIDTH} y1={y + ROW / 2} y2={y + ROW / 2} stroke="var(--rule)" />
        </g>
      );
    })}
  </WideSvg>
);
