import { v5 } from 'uuid';

const FOREIGN = 'c1f6a6a4-0a0f-4f6c-9d5b-52b7f1a3a1de';

/** An id for something of a foreign file: the same name always gets the same. */
export const foreignId = (name: string): string => v5(name, FOREIGN);
