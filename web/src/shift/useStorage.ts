import { useCallback, useEffect, useState } from 'react';

/** What the browser says of the storage of this application on this device. */
export interface Storage {
  /** Megabytes in use; null where the browser does not say. */
  readonly megabytes: number | null;
  /** The browser does not clear it by itself when room runs short; null where it does not say. */
  readonly isKept: boolean | null;
}

/** Undefined where a page came over plain http from another machine. */
const manager = (): StorageManager | undefined => (navigator as { readonly storage?: StorageManager }).storage;

const read = async (): Promise<Storage> => {
  const storage = manager();
  if (storage === undefined) return { megabytes: null, isKept: null };
  const { usage } = await storage.estimate();
  return { megabytes: usage === undefined ? null : usage / 1_000_000, isKept: await storage.persisted() };
};

/** How much this application keeps on the device, whether the browser keeps it for good, and how to ask for that. */
export const useStorage = (): {
  readonly storage: Storage | null;
  readonly ask: () => Promise<void>;
  readonly look: () => Promise<void>;
} => {
  const [storage, setStorage] = useState<Storage | null>(null);
  const look = useCallback(async (): Promise<void> => {
    setStorage(await read().catch(() => ({ megabytes: null, isKept: null })));
  }, []);
  useEffect(() => {
    void look();
  }, [look]);
  return {
    storage,
    look,
    ask: async () => {
      await manager()?.persist();
      await look();
    },
  };
};
