import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { useViewTitle } from './useViewTitle';
import { NARROW, PHONE } from '../theme/screen';

/** One fact of the title block. */
export interface TitleCell {
  readonly label: string;
  readonly value: ReactNode;
}

const Block = styled.header`
  display: flex;
  align-items: stretch;
  min-height: 60px;
  border-bottom: 2px solid var(--ink);
  background: var(--paper);
  position: sticky;
  top: 0;
  z-index: 5;
  @media print {
    display: none;
  }
`;
/** More letters than most shops paint on a machine. */
const LONG = 10;
const Plate = styled.div<{ readonly $isLong: boolean }>`
  display: flex;
  align-items: center;
  gap: 0.8rem;
  min-width: 0;
  padding: 0 1.25rem 0 1.5rem;
  h1 {
    font-size: ${({ $isLong }) => ($isLong ? '1.5rem' : '2.4rem')};
    line-height: 1.05;
    font-weight: 760;
    overflow-wrap: anywhere;
    ${({ $isLong }) => ($isLong ? 'min-width: 5.5rem;' : 'white-space: nowrap;')}
  }
  p {
    font-weight: 620;
    line-height: 1.15;
  }
  ${PHONE} {
    padding: 0 0.9rem;
    gap: 0.6rem;
    h1 {
      font-size: ${({ $isLong }) => ($isLong ? '1.15rem' : '1.8rem')};
    }
    p {
      display: none;
    }
  }
`;
/** Facts stand in one line; those without room left wrap into the hidden second one. */
const Cells = styled.dl`
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  height: 58px;
  overflow: hidden;
  div {
    display: flex;
    flex-direction: column;
    justify-content: center;
    height: 58px;
    padding: 0 1rem;
    border-left: 1px solid var(--rule);
    white-space: nowrap;
  }
  dt {
    font-size: 0.82rem;
    color: var(--ink-2);
  }
  dd {
    font-weight: 680;
    font-size: 1.1rem;
  }
  ${NARROW} {
    div {
      padding: 0 0.7rem;
    }
    div:nth-child(n + 4) {
      display: none;
    }
  }
  ${PHONE} {
    display: none;
  }
`;
const End = styled.div`
  display: flex;
  align-items: stretch;
  margin-left: auto;
  > * {
    border-left: 1px solid var(--rule);
  }
`;

/** The title block across the top: the plate, the facts that matter now, and the way out. */
export const TitleBlock = ({
  plate,
  about,
  lines,
  cells,
  end,
}: {
  plate: string;
  /** What of it this sheet is about, for the window's title. */
  about?: string;
  lines: readonly string[];
  cells: readonly TitleCell[];
  end: ReactNode;
}) => {
  useViewTitle(about === undefined ? plate : `${plate}, ${about}`);
  return (
    <Block>
      <Plate $isLong={plate.length > LONG}>
        <h1>{plate}</h1>
        <div>
          {lines.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      </Plate>
      <Cells>
        {cells.map(({ label, value }) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{typeof value === 'string' ? <Words>{value}</Words> : value}</dd>
          </div>
        ))}
      </Cells>
      <End>{end}</End>
    </Block>
  );
};
