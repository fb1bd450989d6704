import styled from 'styled-components';
import { FIELD, PHONE } from '../theme/screen';

/** Scrolls sideways where what is in it is wider than its sheet, by keyboard too. */
export const Scroll = styled.div.attrs({ tabIndex: 0, role: 'group', 'aria-label': 'Scrolls sideways' })`
  overflow-x: auto;
  /* What scrolls anyway is not squeezed to a word a line. */
  ${PHONE} {
    td.words:not([colspan]) {
      min-width: 13rem;
    }
  }
  @media print {
    overflow: visible;
  }
`;
/** A ruled table of the unit's sheet. */
export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  white-space: nowrap;
  caption {
    text-align: left;
    font-size: 1.3rem;
    font-weight: 720;
    font-stretch: 74%;
    padding-bottom: 0.5rem;
  }
  th {
    text-align: left;
    font-size: 0.9rem;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding: 0 0.7rem 0.2rem 0;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.32rem 0.7rem 0.32rem 0;
  }
  th.name {
    font-size: inherit;
    color: inherit;
    border-bottom: 1px solid var(--rule);
    padding: 0.32rem 0.7rem 0.32rem 0;
  }
  .number {
    text-align: right;
  }
  .weak {
    color: var(--failed);
  }
  strong {
    font-size: 1.25rem;
  }
  .words {
    white-space: normal;
  }
  ${FIELD} {
    td {
      height: 56px;
    }
    /* What leads on is as high as its row for a glove; keys have a height of their own. */
    td a:not([class]) {
      display: inline-block;
      padding: 1.1rem 0;
      margin: -1.1rem 0;
    }
  }
`;
