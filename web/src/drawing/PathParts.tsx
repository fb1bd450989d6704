import type { Part } from '@vaktman/core';

const OUTLINE = { fill: 'var(--raised)', stroke: 'var(--ink)', strokeWidth: 1.8 } as const;

const Frame = ({ x, y, width, height }: Part) => (
  <g>
    <rect x={x} y={y} width={width} height={height} fill="var(--raised)" stroke="none" />
    <path d={`M${x} ${y}h${width}M${x} ${y + height}h${width}`} stroke="var(--ink)" strokeWidth="1.8" fill="none" />
    {Array.from({ length: Math.floor(width / 70) }, (_, index) => (
      <circle
        key={index}
        cx={x + 40 + index * 70}
        cy={y + height / 2}
        r="2.6"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1"
      />
    ))}
    <path
      d={`M${x} ${y}q-5 ${height / 2} 0 ${height}M${x + width} ${y}q5 ${height / 2} 0 ${height}`}
      stroke="var(--ink)"
      strokeWidth="1"
      fill="none"
    />
  </g>
);

const Motor = ({ x, y, width, height }: Part) => (
  <g>
    <rect x={x} y={y} width={width} height={height} rx="9" {...OUTLINE} />
    <path d={`M${x + 12} ${y + 4}v${height - 8}M${x + width - 12} ${y + 4}v${height - 8}`} stroke="var(--rule)" />
    <rect x={x + width} y={y + height / 2 - 9} width="16" height="18" {...OUTLINE} />
    <path
      d={`M${x + width + 4} ${y + height / 2 - 9}v18M${x + width + 8} ${y + height / 2 - 9}v18M${x + width + 12} ${y + height / 2 - 9}v18`}
      stroke="var(--ink)"
      strokeWidth="0.8"
    />
    <path
      d={`M${x + width + 24} ${y - 1}q14 ${height / 2 + 1} 0 ${height + 2}`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2"
      strokeDasharray="3 3"
    />
  </g>
);

const Solenoid = ({ x, y, width, height }: Part) => (
  <g>
    <rect x={x} y={y} width={width} height={height} rx="4" {...OUTLINE} />
    <path d={`M${x + width} ${y + 8}h8v${height - 16}h-8`} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
  </g>
);

const Switch = ({ x, y, width, height }: Part) => (
  <g>
    <rect x={x} y={y} width={width} height={height} rx="2" {...OUTLINE} />
    <path
      d={`M${x + 14} ${y + 1}v13l20 12M${x + 42} ${y + height - 1}v-13`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.6"
    />
    <text x={x - 6} y={y + 18} textAnchor="end" fontSize="14" fontWeight="640" fill="var(--ink)">
      Magnetic
    </text>
    <text x={x - 6} y={y + 34} textAnchor="end" fontSize="14" fontWeight="640" fill="var(--ink)">
      switch
    </text>
  </g>
);

/** Cooling fins round the case; left and right of its name there are none. */
const FINS = Array.from({ length: 18 }, (_, index) => (index * Math.PI) / 9).filter(
  (angle) => Math.abs(Math.sin(angle)) > 0.5,
);
const Alternator = ({ x, y, width }: Part) => {
  const r = width / 2;
  const [cx, cy] = [x + r, y + r];
  return (
    <g>
      <circle cx={cx} cy={cy} r={r} {...OUTLINE} />
      {FINS.map((angle) => {
        const at = (radius: number) =>
          `${(cx + radius * Math.cos(angle)).toFixed(1)} ${(cy + radius * Math.sin(angle)).toFixed(1)}`;
        return <path key={angle} d={`M${at(r - 7)}L${at(r - 2)}`} stroke="var(--ink)" strokeWidth="1" />;
      })}
    </g>
  );
};

const Block = ({ x, y, width, height }: Part) => (
  <g>
    <rect
      x={x}
      y={y}
      width={width}
      height={height}
      fill="none"
      stroke="var(--ink-3)"
      strokeWidth="1"
      strokeDasharray="12 4 3 4"
    />
    <text x={x + width - 6} y={y + height - 7} textAnchor="end" fontSize="14" fill="var(--ink-2)">
      Engine block
    </text>
  </g>
);

/** One part of the machine, drawn as what it is. */
export const PathPart = ({ part }: { part: Part }) => {
  switch (part.kind) {
    case 'frame':
      return <Frame {...part} />;
    case 'motor':
      return <Motor {...part} />;
    case 'solenoid':
      return <Solenoid {...part} />;
    case 'switch':
      return <Switch {...part} />;
    case 'alternator':
      return <Alternator {...part} />;
    case 'block':
      return <Block {...part} />;
  }
};
