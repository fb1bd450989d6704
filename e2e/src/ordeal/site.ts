import { mkdtempSync, rmSync } from 'node:fs';
import { chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { Children } from '../../../scripts/setup/children.mjs';
import { dataFolder, freePort, startPostgres } from '../../../scripts/setup/postgres.mjs';
import { startServer } from '../../../scripts/setup/server.mjs';

interface Part {
  readonly ended: Promise<unknown>;
  readonly stop: () => Promise<void>;
  readonly pid?: number;
}
interface Database extends Part {
  readonly url: string;
  readonly adminUrl: string;
  readonly port: number;
}

/** A server and a database of their own that can be killed and brought back, each at the same address. */
export class Site {
  readonly #folder = mkdtempSync(join(tmpdir(), 'vaktman-ordeal-'));
  readonly #children = new Children();
  #data = '';
  #port = 0;
  #database: Database | null = null;
  #server: Part | null = null;
  #killing = false;
  /** How often the server ended though nobody killed it. */
  endedByItself = 0;

  get url(): string {
    return `http://127.0.0.1:${this.#port}`;
  }
  async start(): Promise<void> {
    chmodSync(this.#folder, 0o755);
    this.#data = dataFolder(join(this.#folder, 'data')) as string;
    this.#port = (await freePort()) as number;
    await this.#startDatabase();
    await this.#startServer();
  }
  async #startDatabase(): Promise<void> {
    const options: object = { children: this.#children, port: this.#database?.port };
    this.#database = (await startPostgres(this.#data, options)) as unknown as Database;
  }
  async #startServer(): Promise<void> {
    this.#server = (await startServer({
      databaseUrl: this.#database!.url,
      port: this.#port,
      children: this.#children,
      // What it says of a database that is away is what is being done to it.
      env: { LOG_LEVEL: 'silent' },
    })) as unknown as Part;
    void this.#server.ended.then(() => {
      if (!this.#killing) this.endedByItself += 1;
    });
  }
  async #kill(part: Part | null, pid: number | undefined): Promise<void> {
    if (part === null || pid === undefined) return;
    process.kill(pid, 'SIGKILL');
    await part.ended;
  }
  async #databasePid(): Promise<number> {
    const { readFileSync } = await import('node:fs');
    return Number(readFileSync(join(this.#data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);
  }
  async killServer(downMs: number): Promise<void> {
    this.#killing = true;
    await this.#kill(this.#server, this.#server?.pid);
    await pause(downMs);
    await this.#startServer();
    this.#killing = false;
  }
  async killDatabase(downMs: number): Promise<void> {
    await this.#kill(this.#database, await this.#databasePid());
    await pause(downMs);
    await this.#startDatabase();
  }
  async killBoth(downMs: number): Promise<void> {
    this.#killing = true;
    await this.#kill(this.#database, await this.#databasePid());
    await this.#kill(this.#server, this.#server?.pid);
    await pause(downMs);
    await this.#startDatabase();
    await this.#startServer();
    this.#killing = false;
  }
  async terminateBackends(): Promise<void> {
    await this.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    );
  }
  /** The database answers writes as it does when its disk is full, for a while. */
  async fillDisk(fullMs: number): Promise<void> {
    await this.query(`
      CREATE FUNCTION disk_full() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = 'disk_full'; END $$;
      CREATE TRIGGER disk_full BEFORE INSERT ON reading FOR EACH ROW EXECUTE FUNCTION disk_full();
      CREATE TRIGGER disk_full BEFORE INSERT ON visit FOR EACH ROW EXECUTE FUNCTION disk_full()`);
    await pause(fullMs);
    await this.query('DROP FUNCTION disk_full() CASCADE');
  }
  async query<Row extends object>(text: string): Promise<Row[]> {
    const client = new pg.Client({ connectionString: this.#database!.adminUrl });
    await client.connect();
    try {
      return (await client.query<Row>(text)).rows;
    } finally {
      await client.end();
    }
  }
  async stop(): Promise<void> {
    this.#killing = true;
    await this.#children.endAll();
    rmSync(this.#folder, { recursive: true, force: true });
  }
}
