import { createGlobalStyle } from 'styled-components';

/** One set of names for both grounds; contrast is at least AA, readings AAA. */
export const GlobalStyle = createGlobalStyle`
  :root {
    --paper: #F4F6F2; --ink: #11171B; --ink-2: #434D54; --ink-3: #5C666D; --rule: #B4BCB8; --shade: #E6EAE5;
    --raised: #FFFFFF; --live: #11171B; --on-live: #FFFFFF;
    --copper: #A4480F; --steel: #1F5B94; --probe-red: #B3261E; --probe-black: #11171B; --on-probe: #FFFFFF;
    --passed: #00765E; --marginal: #F5B800; --marginal-ink: #11171B; --failed: #AE0740; --notyet: #5C666D;
    --hatch-failed: rgb(174 7 64 / 0.35);
    color-scheme: light;
  }
  :root[data-theme='night'] {
    --paper: #101416; --ink: #F2F3EE; --ink-2: #C3CAC6; --ink-3: #9AA5A2; --rule: #4A5457; --shade: #1C2326;
    --raised: #181E21; --live: #FFC61A; --on-live: #101416;
    --copper: #F08A4B; --steel: #74B4EE; --probe-red: #C62A20;
    --passed: #3FCFA8; --marginal: #F5B800; --marginal-ink: #F2F3EE; --failed: #FF6B93; --notyet: #A7B1AE;
    --hatch-failed: rgb(255 107 147 / 0.4);
    color-scheme: dark;
  }
  :root[data-ground='practice'], :root[data-ground='practice'][data-theme='night'] {
    --paper: #46206E; --ink: #FFFFFF; --ink-2: #E3D8F0; --ink-3: #CDBEE0; --rule: #7E5BA6; --shade: #57308A;
    --raised: #381759; --live: #FFC61A; --on-live: #101416;
    --copper: #FFA36B; --steel: #8CC8FF; --probe-red: #C62A20;
    --passed: #63E6BE; --marginal: #F5B800; --marginal-ink: #FFFFFF; --failed: #FF9DB6; --notyet: #D8CCE8;
    color-scheme: dark;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { font-size: 16px; -webkit-text-size-adjust: 100%; }
  body {
    margin: 0; background: var(--paper); color: var(--ink);
    font: 500 1.0625rem/1.3 'Archivo Variable', system-ui, sans-serif; font-stretch: 80%; word-spacing: 0.05em;
  }
  body, #root { min-height: 100dvh; }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  h1, h2, h3 { font-weight: 720; font-stretch: 74%; line-height: 1.1; }
  h2 { font-size: 1.3rem; }
  a { color: inherit; text-underline-offset: 0.2em; }
  :focus-visible { outline: 3px solid var(--steel); outline-offset: 2px; }
  .figure { font-family: 'B612 Mono', monospace; font-stretch: 100%; font-weight: 700; letter-spacing: -0.045em; }
  @media print {
    :root, :root[data-theme='night'] { --paper: #FFFFFF; --ink: #000000; --ink-2: #333333; --raised: #FFFFFF; --rule: #999999;
      --passed: #00765E; --failed: #AE0740; --notyet: #444444; --marginal-ink: #000000; color-scheme: light; }
    @page { margin: 14mm; }
  }
  /* Where the reader's own colours stand in for ours, drawings take them too: shape and word tell what colour does here. */
  @media (forced-colors: active) {
    :root, :root[data-theme='night'], :root[data-ground='practice'], :root[data-ground='practice'][data-theme='night'] {
      --paper: Canvas; --ink: CanvasText; --ink-2: CanvasText; --ink-3: CanvasText; --rule: GrayText; --shade: Canvas; --raised: Canvas;
      --live: Highlight; --on-live: HighlightText; --copper: CanvasText; --steel: LinkText; --probe-red: CanvasText; --probe-black: CanvasText;
      --on-probe: Canvas; --passed: CanvasText; --marginal: GrayText; --marginal-ink: CanvasText; --failed: CanvasText; --notyet: CanvasText;
      /* Every colour here is one of these names: none is left for the browser to replace. */
      forced-color-adjust: none;
    }
    [data-selected], [aria-pressed='true'], a.active { outline: 3px solid Highlight; outline-offset: -3px; }
  }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation: none !important; transition: none !important; scroll-behavior: auto !important; }
  }
`;
