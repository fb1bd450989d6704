import styled from 'styled-components';

/** The sheet of a page of the shop: parts under one another, each with its heading. */
export const ShopSheet = styled.main<{ readonly $wide?: boolean }>`
  display: grid;
  gap: 2rem;
  max-width: ${({ $wide }) => ($wide === true ? '68rem' : '52rem')};
  padding: 1.4rem 1.5rem 3rem;
  h2 {
    font-size: 2rem;
  }
  section {
    display: grid;
    gap: 0.8rem;
  }
  section > button {
    justify-self: start;
  }
`;
