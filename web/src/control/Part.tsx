import { Component, Suspense, type ReactNode } from 'react';
import styled from 'styled-components';
import { isLostPart } from './lostPart';
import { QuietKey } from './Key';

const Lacking = styled.p`
  position: sticky;
  bottom: 0;
  z-index: 2;
  background: var(--paper);
  border: 2px solid var(--ink);
  padding: 0.4rem 0.8rem;
  max-width: 46rem;
`;

interface Props {
  /** What it is, as the beginning of a sentence: `The clocks`. */
  readonly what: string;
  /** What stands in its place until it came. */
  readonly meanwhile?: ReactNode;
  readonly children: ReactNode;
}

/**
 * A part of a page that is fetched by itself. Where it does not come, that is said in its place, and the page around it goes
 * on: what is typed there is not lost, and a load that is held is seen to its end.
 */
export class Part extends Component<Props, { readonly error: unknown }> {
  override state: { readonly error: unknown } = { error: null };
  static getDerivedStateFromError = (error: unknown): { readonly error: unknown } => ({ error });
  override render(): ReactNode {
    const { what, meanwhile = null, children } = this.props;
    const { error } = this.state;
    if (error === null) return <Suspense fallback={meanwhile}>{children}</Suspense>;
    // What fails otherwise is the view's own failure.
    if (!isLostPart(error)) throw error;
    return (
      <Lacking role="alert">
        {what} could not be fetched: the server does not answer, or a new version took the place of this one.
        <QuietKey onPress={() => location.reload()}>Load the page again</QuietKey>
      </Lacking>
    );
  }
}
