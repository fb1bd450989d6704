import { readerFigure } from '@vaktman/core';
import styled from 'styled-components';
import { useReaderUnits } from './ReaderContext';

const Mono = styled.span`
  font-family: 'B612 Mono', monospace;
  font-stretch: 100%;
  font-weight: 700;
  letter-spacing: -0.045em;
  white-space: nowrap;
  .dot {
    margin: 0 -0.29em 0 -0.12em;
  }
  .unit {
    font-family: 'Archivo Variable', sans-serif;
    font-stretch: 80%;
    font-weight: 600;
    font-size: 0.8em;
    letter-spacing: 0;
    padding-left: 0.25em;
  }
`;

/** A reading in the instrument face, its decimal point drawn close, its unit small beside it. */
export const Figure = ({ text: own, unit: ownUnit }: { text: string; unit?: string }) => {
  const units = useReaderUnits();
  const { text, unit } = readerFigure(own, ownUnit, units);
  const [whole, decimals] = text.split('.');
  return (
    <Mono>
      {whole}
      {decimals === undefined ? null : (
        <>
          <span className="dot">{units.decimal}</span>
          {decimals}
        </>
      )}
      {unit === undefined ? null : <span className="unit">{unit}</span>}
    </Mono>
  );
};

/** The same inside a drawing. */
export const SvgFigure = ({ text, size }: { text: string; size: number }) => {
  const { decimal } = useReaderUnits();
  const [whole, decimals] = text.split('.');
  const face = {
    fontFamily: "'B612 Mono', monospace",
    fontStretch: '100%',
    fontSize: size,
    fontWeight: 700,
    letterSpacing: -0.045 * size,
  };
  return (
    <>
      <tspan {...face}>{whole}</tspan>
      {decimals === undefined ? null : (
        <>
          <tspan {...face} dx={-0.1 * size}>
            {decimal}
          </tspan>
          <tspan {...face} dx={-0.27 * size}>
            {decimals}
          </tspan>
        </>
      )}
    </>
  );
};
