import { demoArchive } from '../src';

let made: ReturnType<typeof demoArchive> | null = null;

/** The made-up fleet, once for all tests of a worker: it takes seconds to make, and is the same every time. */
export const demoFleet = (): ReturnType<typeof demoArchive> => (made ??= demoArchive());
