import { useRef, type ReactNode } from 'react';
import { useButton } from 'react-aria/useButton';
import { useWords } from '../control/ReaderContext';

interface PressableProps {
  readonly label: string;
  readonly className: string;
  /** True where it is the one chosen among several. */
  readonly pressed?: boolean;
  /** What a press does; without it the part is only a picture. */
  readonly onPress: (() => void) | undefined;
  readonly children: ReactNode;
}

const Pressed = ({ label, className, pressed, onPress, children }: PressableProps) => {
  const ref = useRef<SVGGElement>(null);
  const { buttonProps } = useButton(
    { elementType: 'g', 'aria-label': label, 'aria-pressed': pressed, ...(onPress && { onPress }) },
    ref,
  );
  return (
    <g {...buttonProps} ref={ref} className={`${className} pressable`}>
      {children}
    </g>
  );
};

/** A part of a drawing that is named in the reader's units, and pressed like any key where something comes of it. */
export const Pressable = (props: PressableProps) => {
  const label = useWords()(props.label);
  return props.onPress === undefined ? (
    <g role="img" aria-label={label} className={props.className}>
      {props.children}
    </g>
  ) : (
    <Pressed {...props} label={label} />
  );
};
