import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { Pool } from '../database/pool';
import type { StreamCount } from '../http/streamCount';

/** Upper ends of the times that requests are counted by, seconds. */
const BUCKETS_S = [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 3, 10];

/** What whoever watches a server looks at: its process, its requests, its database connections and its open streams. */
export class Metrics {
  readonly #registry = new Registry();
  readonly #times: Histogram<'route' | 'status'>;
  readonly #refused: Counter<'status'>;

  constructor(pool: Pool, streams: StreamCount) {
    collectDefaultMetrics({ register: this.#registry });
    const registers = [this.#registry];
    this.#times = new Histogram({
      name: 'vaktman_request_seconds',
      help: 'How long requests took, by route as described and by status',
      labelNames: ['route', 'status'],
      buckets: BUCKETS_S,
      registers,
    });
    this.#refused = new Counter({
      name: 'vaktman_refused_total',
      help: 'Requests that were refused for who asked: not signed in, not allowed, too many tries',
      labelNames: ['status'],
      registers,
    });
    new Gauge({
      name: 'vaktman_database_connections',
      help: 'Connections to the database: open, idle, and requests that wait for one',
      labelNames: ['state'],
      registers,
      collect() {
        this.set({ state: 'open' }, pool.totalCount);
        this.set({ state: 'idle' }, pool.idleCount);
        this.set({ state: 'waited-for' }, pool.waitingCount);
      },
    });
    new Gauge({
      name: 'vaktman_streams_open',
      help: 'Open streams of changes and of instruments',
      registers,
      collect() {
        this.set(streams.open);
      },
    });
  }
  /** @param route as it is described, so that no id becomes a line of its own */
  count(route: string, status: number, seconds: number): void {
    this.#times.observe({ route, status: String(status) }, seconds);
    if (status === 401 || status === 403 || status === 429) this.#refused.inc({ status: String(status) });
  }
  /** All of it as text that common watchers read. */
  async answer(): Promise<Response> {
    return new Response(await this.#registry.metrics(), { headers: { 'content-type': this.#registry.contentType } });
  }
}
