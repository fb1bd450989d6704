import styled from 'styled-components';

/** The sheet of the circuit drawing: how its parts look under a pointer and with the keyboard on them. */
export const PathSvg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 78%;
  .pressable {
    cursor: pointer;
  }
  .pressable:focus-visible {
    outline: none;
  }
  .pressable .halo {
    stroke: transparent;
  }
  .pressable:hover .halo,
  .pressable:focus-visible .halo {
    stroke: var(--ink-3);
  }
  .pressable:hover .name,
  .pressable:focus-visible .name {
    text-decoration: underline;
  }
  .battery:focus-visible rect {
    stroke: var(--steel);
    stroke-width: 5;
  }
  .joint:focus-visible .ring,
  .joint:hover .ring {
    stroke: var(--steel);
    stroke-width: 3;
  }
`;
