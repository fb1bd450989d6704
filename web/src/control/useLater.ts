import { useEffect, useState, type ComponentType } from 'react';

const AGAIN_MS = 3000;

/**
 * A part that the first view does without, fetched as soon as that stands, and again until it came.
 * @param load the same function at every call
 * @returns null until it is there
 */
export const useLater = <Props>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> | null => {
  const [part, setPart] = useState<{ component: ComponentType<Props> } | null>(null);
  useEffect(() => {
    let isGone = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const fetchIt = (): void => {
      load().then(
        (component) => {
          if (!isGone) setPart({ component });
        },
        () => {
          if (!isGone) again = setTimeout(fetchIt, AGAIN_MS);
        },
      );
    };
    fetchIt();
    return () => {
      isGone = true;
      clearTimeout(again);
    };
  }, [load]);
  return part?.component ?? null;
};
