import styled from 'styled-components';

/** A drawing as wide as its place, written in the narrow face. */
export const WideSvg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 78%;
`;
