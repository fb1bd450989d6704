/** Stands where the build puts the browser's own worker, which a simulated page has not: a test lets a version arrive. */
export const worker = { taken: [] as boolean[], arrive: (): void => undefined };

export const registerSW = ({ onNeedRefresh }: { onNeedRefresh: () => void }) => {
  worker.arrive = onNeedRefresh;
  return (reload = false): Promise<void> => {
    worker.taken.push(reload);
    return Promise.resolve();
  };
};
