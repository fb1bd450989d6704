import styled from 'styled-components';
import { PHONE } from '../theme/screen';

export const Paper = styled.article`
  max-width: 60rem;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
  position: relative;
  &[data-practice]::after {
    content: 'PRACTICE  NO RECORD';
    position: absolute;
    inset: 20% 0 auto;
    text-align: center;
    font-size: 5rem;
    font-weight: 800;
    transform: rotate(-18deg);
    opacity: 0.28;
    pointer-events: none;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0.4rem 1.4rem;
    border-bottom: 3px solid var(--ink);
    padding-bottom: 0.4rem;
    strong {
      font-size: 2.2rem;
    }
  }
  @media print {
    font-size: 9.5pt;
    color: #000;
  }
`;
export const Facts = styled.dl`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.2rem 2rem;
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
  div {
    display: grid;
    grid-template-columns: 7rem 1fr;
    gap: 0.6rem;
  }
  dt {
    color: var(--ink-2);
  }
  dd {
    font-weight: 620;
  }
`;
export const Scroll = styled.div`
  overflow-x: auto;
  @media print {
    overflow: visible;
  }
`;
export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  th {
    text-align: left;
    font-size: 0.9rem;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding-right: 0.8rem;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.3rem 0.8rem 0.3rem 0;
    vertical-align: top;
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.9em;
  }
  .limit {
    white-space: nowrap;
  }
  .number {
    text-align: right;
    white-space: nowrap;
  }
  tr {
    break-inside: avoid;
  }
`;
export const Signatures = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 2rem;
  margin-top: 3rem;
  break-inside: avoid;
  span {
    border-top: 1.4px solid var(--ink);
    color: var(--ink-2);
    font-size: 0.9rem;
    padding-top: 0.2rem;
  }
`;
