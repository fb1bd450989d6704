import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import { NARROW, PHONE } from '../theme/screen';

export const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 236px;
  gap: 0 2rem;
  height: calc(100dvh - 62px);
  padding: 0 1.5rem;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 200px;
    gap: 0 1.2rem;
  }
  ${PHONE} {
    display: block;
    height: auto;
    padding: 0 0.9rem;
  }
`;
export const Main = styled.div`
  display: flex;
  flex-direction: column;
  min-height: 0;
  /* A short list stands in the page; of a long one the rest of the page would be out of reach, so it moves by itself. */
  ${PHONE} {
    &.long {
      height: calc(100dvh - 62px);
      min-height: 26rem;
    }
  }
`;
export const Headline = styled.div`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 1.5rem;
  padding: 0.35rem 0 0.2rem;
  ${PHONE} {
    flex-wrap: nowrap;
    gap: 0.3rem;
  }
`;
export const Answer = styled(ToggleButton)`
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 4px solid transparent;
  padding: 0.1rem;
  min-height: 50px;
  display: inline-flex;
  align-items: center;
  cursor: pointer;
  font-size: 1.5rem;
  font-weight: 700;
  font-stretch: 74%;
  span {
    text-transform: none;
    font: inherit;
    letter-spacing: 0;
    color: var(--ink);
  }
  &[data-selected] {
    border-bottom-color: var(--ink);
  }
  &[data-hovered] {
    border-bottom-color: var(--rule);
  }
  .few {
    display: none;
  }
  ${PHONE} {
    font-size: 1rem;
    flex: 1 1 0;
    justify-content: center;
    .whole {
      display: none;
    }
    .few {
      display: block;
      text-align: center;
      line-height: 1.1;
    }
    .few b {
      font-size: 1.9rem;
    }
    .few span {
      justify-content: center;
    }
  }
`;
export const Tools = styled.div`
  display: flex;
  align-items: end;
  gap: 0.9rem;
  padding-bottom: 0.5rem;
  label {
    display: block;
    font-size: 0.95rem;
    padding-bottom: 0.2rem;
    color: var(--ink-2);
  }
  form {
    flex: 1 1 11rem;
  }
  input {
    font: inherit;
    font-size: 1.1rem;
    color: inherit;
    background: var(--raised);
    border: 1.6px solid var(--ink);
    min-height: 48px;
    width: 100%;
    padding: 0 0.7rem;
  }
  ${NARROW} {
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  /* On a phone the list comes first: what narrows it stands in one line that moves sideways. */
  ${PHONE} {
    flex-wrap: nowrap;
    overflow-x: auto;
    form {
      flex: 0 0 11rem;
    }
    > * {
      flex: none;
    }
  }
`;
export const Yards = styled.div`
  display: flex;
  gap: 0.4rem;
`;
export const Toggle = styled(ToggleButton)`
  font: inherit;
  font-weight: 620;
  color: inherit;
  min-height: 48px;
  padding: 0 0.7rem;
  background: none;
  border: 1.6px solid var(--rule);
  cursor: pointer;
  white-space: nowrap;
  &[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
`;
/** Where the list stands, or that nothing matches: takes the keyboard when one gives way to the other. */
export const ListPlace = styled.div`
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  &:focus {
    outline: none;
  }
`;
export const Empty = styled.div`
  padding: 2rem 0;
  font-size: 1.2rem;
  max-width: 40rem;
  display: grid;
  gap: 1.2rem;
  justify-items: start;
`;

/** As high as the coming cold, which stands here a moment later: the list does not jump. */
/** Where the tools will stand, as high as they are, so that nothing moves when they come. */
export const ToolsPlace = styled.div`
  height: 79px;
  ${NARROW} {
    height: 135px;
  }
  ${PHONE} {
    height: 79px;
  }
`;
export const ColdPlace = styled.div`
  height: 128px;
  ${PHONE} {
    height: 3.4rem;
  }
`;
