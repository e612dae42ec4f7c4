import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import type { Writable } from 'node:stream';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { createApp } from '../app.ts';
import { NO_BACKUPS } from '../app.module.ts';
import type { NextFunction, Request, Response } from 'express';
import type { Environment } from '../config/environment.ts';
import { Jobs } from '../jobs/index.ts';
import { StatusService } from '../status/index.ts';
import { databaseOptions } from '../database/data-source.ts';
import { PersonEntity, PeopleService } from '../people/index.ts';
import { Clock, type Role, AuditedTransaction, actAs, ROLES } from '../platform/index.ts';
import { SessionEntity, newToken, tokenHash } from '../auth/index.ts';
import { clusterUrl, createTestDatabase, dropTestDatabase, loadInto } from './test-database.ts';

export type Agent = ReturnType<typeof supertest.agent>;

/**
 * A whole server on a real, empty, migrated database of its own, with a clock that the test sets. One person of each
 * role works there.
 */
export interface TestServer {
  readonly app: NestExpressApplication;
  /** Signed in as the lead. */
  readonly http: Agent;
  readonly people: Readonly<Record<Role, PersonEntity>>;
  /** Signed in as the person of a role, or not signed in. */
  as(who: Role | null): Promise<Agent>;
  /** The cookie of a person signed in with a role, for another kind of client. */
  session(who: Role): Promise<string>;
  /** As the serving role. */
  readonly database: DataSource;
  /** As the owner of the schema. */
  readonly owner: DataSource;
  setNow(iso: string): void;
  stop(): Promise<void>;
}

export interface TestOptions {
  /** `none`: no shop is set up and no person exists. */
  readonly shop?: 'real' | 'none';
  readonly timeZone?: string;
  /** Of a built web application. */
  readonly webFolder?: string | null;
  readonly publicUrl?: URL;
  readonly requestsPerMinute?: number;
  /** `by-hand`: the test runs the jobs itself; otherwise they run before each read. */
  readonly jobs?: 'before-reads' | 'by-hand';
  /** As in the settings of a server. */
  readonly environment?: Partial<Environment>;
  /** Everything is logged, into here. */
  readonly logTo?: Writable;
}

/** A database as a dump left it, not migrated; `stop` drops it. */
export async function loadDump(dump: string): Promise<{ readonly owner: DataSource; stop(): Promise<void> }> {
  const name = await createTestDatabase('nothing');
  await loadInto(name, dump);
  const owner = await new DataSource(databaseOptions(clusterUrl('OWNER', name))).initialize();
  return {
    owner,
    stop: async () => {
      await owner.destroy();
      await dropTestDatabase(name);
    },
  };
}

export async function startServer(
  now: string,
  {
    shop = 'real',
    timeZone = 'UTC',
    webFolder = null,
    publicUrl,
    requestsPerMinute = Infinity,
    logTo,
    jobs = 'before-reads',
    environment = {},
  }: TestOptions = {},
): Promise<TestServer> {
  const name = await createTestDatabase('template');
  const owner = await new DataSource(databaseOptions(clusterUrl('OWNER', name))).initialize();
  const app = await createApp({
    databaseUrl: clusterUrl('APP', name),
    logLevel: logTo === undefined ? 'silent' : 'info',
    ...(logTo && { logTo }),
    webFolder,
    publicUrl: publicUrl ?? null,
    requestsPerMinute,
    backups: NO_BACKUPS,
    environment: environment as Environment,
  });
  const database = app.get(DataSource);
  const clock = app.get(Clock);
  let present = new Date(now);
  clock.now = () => present;
  const upToDate = jobs === 'before-reads' ? doneBeforeReads(app) : { clockMoved: () => undefined };
  await app.init();
  await app.listen(0, '127.0.0.1');
  const origin = await app.getUrl();
  const people = shop === 'real' ? await openWithPeople(app, timeZone) : ({} as Record<Role, PersonEntity>);

  const session = async (who: Role): Promise<string> => {
    const token = newToken();
    const { id: personId } = await database.manager.findOneByOrFail(PersonEntity, { role: who, active: true });
    await actAs({ kind: 'program', name: 'test' }, () =>
      app.get(AuditedTransaction).run((manager) =>
        manager.insert(SessionEntity, {
          id: randomUUID(),
          tokenHash: tokenHash(token),
          personId,
          bench: false,
          deviceId: null,
          cameFrom: 'test',
          startedAt: present,
          // The clock of a test jumps by months: this session outlasts it.
          lastSeenAt: new Date('2200-01-01'),
          expiresAt: new Date('2200-01-02'),
          endedAt: null,
        }),
      ),
    );
    return `shim-session=${token}`;
  };
  const as = async (who: Role | null): Promise<Agent> => {
    const agent = supertest.agent(origin).set('Origin', origin);
    return who === null ? agent : agent.set('Cookie', await session(who));
  };
  return {
    app,
    http: await as(shop === 'real' ? 'lead' : null),
    people,
    as,
    session,
    database,
    owner,
    setNow: (iso) => {
      present = new Date(iso);
      upToDate.clockMoved();
    },
    stop: async () => {
      await app.close();
      await owner.destroy();
      await dropTestDatabase(name);
    },
  };
}

/** Pending jobs run before each read request, so that a test sees what a user sees shortly after. */
function doneBeforeReads(app: NestExpressApplication) {
  const jobs = app.get(Jobs);
  const statuses = app.get(StatusService);
  const database = app.get(DataSource);
  let due: 'nothing' | 'jobs' | 'everything' = 'nothing';
  let working = Promise.resolve();
  const ask = jobs.ask.bind(jobs);
  jobs.ask = async (...asked) => {
    await ask(...asked);
    due = due === 'everything' ? due : 'jobs';
  };
  const work = async (): Promise<void> => {
    if (due === 'nothing') return;
    const all = due === 'everything';
    due = 'nothing';
    // The clock of a test may also go backwards.
    if (all) await database.transaction((manager) => statuses.mark(manager, null));
    await jobs.workOff();
  };
  app.use((request: Request, _: Response, next: NextFunction) => {
    if (request.method !== 'GET') return void next();
    working = working.then(work);
    working.then(() => next(), next);
  });
  return { clockMoved: () => void (due = 'everything') };
}

/** One person per role, named after it, without a passphrase: tests open their sessions directly. */
async function openWithPeople(app: NestExpressApplication, timeZone: string): Promise<Record<Role, PersonEntity>> {
  const service = app.get(PeopleService);
  const added = await actAs({ kind: 'program', name: 'test' }, async () => {
    await app
      .get(AuditedTransaction)
      .run((manager) =>
        service.open({ kind: 'real', name: 'Test yard', timeZone, demoPassphrase: null, demoPin: null }, manager),
      );
    const list: [Role, PersonEntity][] = [];
    for (const role of ROLES) {
      const outcome = await service.add({ id: randomUUID(), name: `Test ${role}`, initials: role.slice(0, 2), role });
      if (!outcome.ok) throw new Error(outcome.refusal.detail);
      list.push([role, outcome.value]);
    }
    return list;
  });
  return Object.fromEntries(added) as Record<Role, PersonEntity>;
}

/** Direct calls of services without a request. */
export const asProgram = <T>(work: () => T): T => actAs({ kind: 'program', name: 'test' }, work);
