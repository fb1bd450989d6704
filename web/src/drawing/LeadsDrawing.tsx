import styled from 'styled-components';

/** What the leads on one battery are for. */
export type LeadsPurpose = 'volts' | 'load';

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  max-width: 480px;
  font-family: 'Archivo Variable', sans-serif;
`;

const Steps = styled.ol`
  display: grid;
  gap: 0.35rem;
  li {
    display: flex;
    gap: 0.6rem;
    align-items: baseline;
    font-weight: 580;
  }
`;

const Number = styled.span`
  flex: none;
  display: inline-grid;
  place-items: center;
  width: 1.5rem;
  height: 1.5rem;
  border: 1.6px solid var(--ink);
  border-radius: 50%;
  font-size: 0.92rem;
  font-weight: 700;
`;

const Bubble = ({ x, y, n }: { x: number; y: number; n: number }) => (
  <g>
    <circle cx={x} cy={y} r="12.5" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.6" />
    <text x={x} y={y + 5.5} textAnchor="middle" fontSize="15.5" fontWeight="700" fill="var(--ink)">
      {n}
    </text>
  </g>
);

const WORDS: Readonly<Record<LeadsPurpose, readonly string[]>> = {
  load: [
    'Load clamps low on the post, full bite',
    'Volt clips on the post, not on a clamp',
    'Amps ring round the negative load lead, arrow to the pile',
  ],
  volts: [
    'Both cables off this battery, ground side first',
    'RED on the positive post, bare metal',
    'BLACK on the negative post, bare metal',
  ],
};

const Clip = ({ x }: { x: number }) => (
  <g stroke="var(--ink)" strokeWidth="1.6" fill="var(--paper)">
    <path d={`M${x - 7} 66h14l-5 22h-4z`} />
  </g>
);

/** Where probes, load clamps and the amps ring go on one battery, drawn and in words. */
export const LeadsDrawing = ({ position, purpose }: { position: string; purpose: LeadsPurpose }) => (
  <figure>
    <Svg viewBox="0 0 372 176" role="img" aria-label={`Leads on battery ${position}: ${WORDS[purpose].join('. ')}.`}>
      <path d="M0 172V140q0-6 6-6h360q6 0 6 6v32" fill="var(--raised)" stroke="var(--ink)" strokeWidth="2" />
      <path d="M0 148h372" stroke="var(--rule)" strokeWidth="1.4" />
      <text x="186" y="169" textAnchor="middle" fontSize="25" fontWeight="760" fill="var(--ink)">
        {position}
      </text>
      {[104, 268].map((x) => (
        <path key={x} d={`M${x - 14} 134l3-44h22l3 44z`} fill="var(--shade)" stroke="var(--ink)" strokeWidth="1.6" />
      ))}
      <path d="M104 66C104 40 150 38 170 22" fill="none" stroke="var(--copper)" strokeWidth="3" />
      <path d="M268 66C268 40 222 38 202 22" fill="none" stroke="var(--ink)" strokeWidth="3" />
      <circle cx="186" cy="18" r="16" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <text x="186" y="25" textAnchor="middle" fontSize="18" fontWeight="760" fill="var(--ink)">
        V
      </text>
      <Clip x={104} />
      <Clip x={268} />
      {purpose === 'load' ? (
        <>
          <path d="M46 8c0 60-2 108 28 108" fill="none" stroke="var(--ink)" strokeWidth="13" />
          <path d="M46 8c0 60-2 108 28 108" fill="none" stroke="var(--copper)" strokeWidth="10" />
          <path d="M326 8c0 60 2 108-28 108" fill="none" stroke="var(--ink)" strokeWidth="13" />
          <path d="M326 8c0 60 2 108-28 108" fill="none" stroke="var(--steel)" strokeWidth="10" />
          {[104, 268].map((x) => (
            <g key={x}>
              <rect
                x={x - 33}
                y="104"
                width="66"
                height="23"
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth="1.8"
              />
              {[-14, -7, 0, 7, 14].map((dx) => (
                <path key={dx} d={`M${x + dx} 107v17`} stroke="var(--rule)" strokeWidth="1.6" />
              ))}
            </g>
          ))}
          <path d="M302 50a24 9 0 0 0 48 0a24 9 0 0 0 -48 0" fill="none" stroke="var(--ink)" strokeWidth="2.6" />
          <path
            d="M126 84L173 78M246 84L199 78M140 115h33M232 115h-33M350 52l8 14"
            stroke="var(--ink)"
            strokeWidth="1.2"
            fill="none"
          />
          <Bubble x={186} y={115} n={1} />
          <Bubble x={186} y={78} n={2} />
          <Bubble x={357} y={78} n={3} />
        </>
      ) : (
        <>
          <text x="68" y="60" textAnchor="middle" fontSize="16" fontWeight="760" fill="var(--copper)">
            RED
          </text>
          <text x="312" y="60" textAnchor="middle" fontSize="16" fontWeight="760" fill="var(--ink)">
            BLACK
          </text>
          <path d="M30 120q-18 8-24-16M342 120q18 8 24-16" fill="none" stroke="var(--ink-3)" strokeWidth="6" />
          <Bubble x={30} y={92} n={1} />
          <Bubble x={140} y={110} n={2} />
          <Bubble x={232} y={110} n={3} />
        </>
      )}
    </Svg>
    <Steps>
      {WORDS[purpose].map((words, index) => (
        <li key={words}>
          <Number aria-hidden="true">{index + 1}</Number>
          {words}
        </li>
      ))}
    </Steps>
  </figure>
);
