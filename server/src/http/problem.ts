import type { Problem } from '@vaktman/core';
import type { ProblemDetails } from '@vaktman/contract';
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';

const USUAL_TYPE = 'about:blank';

/** What an answer says besides its title and its problems. */
interface Besides {
  readonly type?: string | undefined;
  readonly sameBattery?: ProblemDetails['sameBattery'];
  /** Seconds until it may be tried again. */
  readonly waitSeconds?: number | undefined;
}

/** An error made for the client: everything in it may be shown. */
export class ClientError extends Error {
  readonly sameBattery: ProblemDetails['sameBattery'];
  readonly waitSeconds: number | undefined;
  readonly type: string;
  constructor(
    readonly status: ContentfulStatusCode,
    readonly title: string,
    readonly problems: readonly Problem[] = [],
    options?: ErrorOptions & Besides,
  ) {
    super(title, options);
    this.name = 'ClientError';
    this.sameBattery = options?.sameBattery;
    this.waitSeconds = options?.waitSeconds;
    this.type = options?.type ?? USUAL_TYPE;
  }
}

export const notFound = (what: string): ClientError => new ClientError(404, `${what} is not known here.`);

/** Answers with problem details as RFC 9457 has them. */
export const problemAnswer = (
  c: Context,
  status: ContentfulStatusCode,
  title: string,
  problems: readonly Problem[] = [],
  { type = USUAL_TYPE, sameBattery, waitSeconds }: Besides = {},
): Response => {
  const body: ProblemDetails = {
    type,
    title,
    status,
    ...(problems.length > 0 ? { problems: [...problems] } : {}),
    ...(sameBattery === undefined ? {} : { sameBattery }),
    ...(waitSeconds === undefined ? {} : { waitSeconds }),
  };
  if (waitSeconds !== undefined) c.header('retry-after', String(waitSeconds));
  return c.body(JSON.stringify(body), status, { 'content-type': 'application/problem+json' });
};
