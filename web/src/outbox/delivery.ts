import { batchReceiptSchema, problemDetailsSchema, type Batch, type BatchReceipt } from '@vaktman/contract';

/** How long a batch may take before it is sent again. */
const PATIENCE_MS = 20_000;

/** What became of a batch that was sent. */
export type Delivery =
  | { readonly kind: 'taken'; readonly receipt: BatchReceipt }
  /** Nobody is signed in here any more: it waits for somebody. */
  | { readonly kind: 'signed-out' }
  /** The server, or the way to it, is lost: nothing is wrong with the batch, and it is sent again. */
  | { readonly kind: 'lost' }
  /** The server failed at it; others may go through. */
  | { readonly kind: 'failed' }
  /** Too large to be taken at once. */
  | { readonly kind: 'too-large' }
  /** Refused for good, because of the entries named by their place in the batch. */
  | { readonly kind: 'refused'; readonly why: ReadonlyMap<number, readonly string[]> }
  /** Refused, but not because of an entry. */
  | { readonly kind: 'turned-away'; readonly words: string };

/** Reasons that pass: too late, too many at once, somebody signed in who may not. */
const PASSING = new Set([403, 408, 421, 425, 429]);

const entryOf = (path: string): number | null => {
  const match = /^entries\[(\d+)\]/.exec(path);
  return match === null ? null : Number(match[1]);
};

const refusal = async (answer: Response): Promise<Delivery> => {
  const body: unknown = await answer.json().catch(() => null);
  const details = problemDetailsSchema.safeParse(body);
  const title = details.success ? details.data.title : `The server answered ${answer.status}.`;
  const problems = details.success ? (details.data.problems ?? []) : [];
  const why = new Map<number, string[]>();
  for (const { path, message } of problems) {
    const index = entryOf(path);
    if (index !== null) why.set(index, [...(why.get(index) ?? []), message]);
  }
  return why.size > 0 ? { kind: 'refused', why } : { kind: 'turned-away', words: title };
};

/** Sends one batch. Whatever happens is an answer; it never throws. Only a receipt counts as taken. */
export const deliver = async (batch: Batch): Promise<Delivery> => {
  try {
    const answer = await fetch('/api/batches', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(batch),
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    if (answer.status === 401) return { kind: 'signed-out' };
    if (answer.status >= 502 || PASSING.has(answer.status)) return { kind: 'lost' };
    if (answer.status >= 500) return { kind: 'failed' };
    if (answer.status === 413) return { kind: 'too-large' };
    if (!answer.ok) return await refusal(answer);
    const receipt = batchReceiptSchema.safeParse(await answer.json());
    return receipt.success ? { kind: 'taken', receipt: receipt.data } : { kind: 'lost' };
  } catch {
    // No network, no answer in time, or one that is no JSON: a page of the wireless, a proxy, half an answer.
    return { kind: 'lost' };
  }
};
