import { useEffect, useRef } from 'react';
import { Button, type ButtonProps, type PressEvent } from 'react-aria-components';
import { Link, type LinkProps } from 'react-router';
import styled, { css } from 'styled-components';
import { useOnce } from './useOnce';
import { BOUNCE_MS } from './useSettled';

const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 0.5em;
  min-height: 64px;
  padding: 0 1.4rem;
  font: inherit;
  font-weight: 680;
  font-size: 1.3rem;
  color: var(--ink);
  background: var(--paper);
  border: 2px solid var(--ink);
  border-radius: 0;
  text-decoration: none;
  cursor: pointer;
  touch-action: manipulation;
  &[data-hovered],
  &:hover {
    background: var(--shade);
  }
  &[data-pressed] {
    background: var(--rule);
  }
  &[data-busy] {
    cursor: progress;
    border-style: dotted;
  }
  &[data-disabled] {
    color: var(--ink-3);
    border-style: dashed;
    border-color: var(--ink-3);
    cursor: default;
  }
`;

const primary = css`
  background: var(--live);
  color: var(--on-live);
  border-color: var(--live);
  &[data-hovered],
  &:hover {
    background: var(--live);
    text-decoration: underline;
    text-underline-offset: 0.25em;
  }
  &[data-pressed] {
    opacity: 0.85;
  }
  &[data-disabled] {
    background: transparent;
    text-decoration: none;
  }
`;

const Plain = styled(Button)`
  ${shape}
`;
const Primary = styled(Button)`
  ${shape}
  ${primary}
  min-height: 72px;
`;
const PlainLink = styled(Link)`
  ${shape}
`;
const PrimaryLink = styled(Link)`
  ${shape}
  ${primary}
  min-height: 72px;
`;

/** What a key does when pressed. While a promise it gives back is under way, the key is pending and takes no press. */
type KeyProps = Omit<ButtonProps, 'onPress'> & {
  readonly onPress?: (event: PressEvent) => unknown;
  /** It stays where it is once it was pressed, and pressed again it would do the same again: a press may bounce. */
  readonly stays?: boolean;
};

type Usable = ButtonProps & { readonly 'data-busy'?: true };

const useKey = ({ onPress, isPending, stays = false, ...props }: KeyProps): Usable => {
  const [pending, ask] = useOnce((event: PressEvent) => onPress?.(event), stays ? BOUNCE_MS : 0);
  return {
    ...props,
    ...(pending || isPending === true ? { 'data-busy': true } : {}),
    ...(onPress === undefined ? {} : { onPress: (event) => void ask(event) }),
  };
};

/** A key for a gloved thumb. */
export const Key = (props: KeyProps) => <Plain {...useKey(props)} />;
/** The one thing to do on a screen. */
export const PrimaryKey = (props: KeyProps) => <Primary data-primary {...useKey(props)} />;
export const KeyLink = (props: LinkProps) => <PlainLink {...props} />;
export const PrimaryKeyLink = ({ autoFocus, ...props }: LinkProps) => {
  const link = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    // Browsers focus fields by themselves, but no links: Enter must do the one thing.
    if (autoFocus === true) link.current?.focus();
  }, [autoFocus]);
  return <PrimaryLink data-primary ref={link} {...props} />;
};

const Quiet = styled(Button)`
  font: inherit;
  font-weight: 620;
  color: inherit;
  background: none;
  border: 0;
  padding: 0 0.6rem;
  min-height: 48px;
  text-decoration: underline;
  text-underline-offset: 0.25em;
  cursor: pointer;
`;

/** A quiet key in a line of text or a title block. */
export const QuietKey = (props: KeyProps) => <Quiet {...useKey(props)} />;
