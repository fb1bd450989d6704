import { PATH_X, ROW, type RungName } from './ladderRungs';

/** The starter's own circuit between the rungs, unrolled: cable, solenoid, motor, ground cable. */
export const LadderPiece = ({ name, y }: { name: RungName; y: number }) => {
  const cable = (colour: string) => (
    <g>
      <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--ink)" strokeWidth="13" />
      <path d={`M${PATH_X} ${y}v${ROW}`} stroke={colour} strokeWidth="10" />
      <path
        d={`M${PATH_X - 10} ${y + 14}h20v10h-20zM${PATH_X - 10} ${y + ROW - 24}h20v10h-20z`}
        fill={colour}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
    </g>
  );
  switch (name) {
    case 'positive':
      return cable('var(--copper)');
    case 'negative':
      return cable('var(--steel)');
    case 'solenoid':
      return (
        <g>
          <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--ink)" strokeWidth="11" />
          <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--copper)" strokeWidth="8" />
          <rect
            x={PATH_X - 46}
            y={y + 28}
            width="92"
            height={ROW - 56}
            rx="5"
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <path
            d={`M${PATH_X - 22} ${y + 40}h44M${PATH_X - 22} ${y + ROW - 40}h44M${PATH_X} ${y + 40}v${ROW - 80}`}
            stroke="var(--ink)"
            strokeWidth="3"
          />
        </g>
      );
    case 'motor':
      return (
        <g>
          <rect
            x={PATH_X - 50}
            y={y + 6}
            width="100"
            height={ROW - 12}
            rx="9"
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <circle cx={PATH_X} cy={y + ROW / 2} r="24" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
          <text x={PATH_X} y={y + ROW / 2 + 8} textAnchor="middle" fontSize="23" fontWeight="740" fill="var(--ink)">
            M
          </text>
        </g>
      );
  }
};
