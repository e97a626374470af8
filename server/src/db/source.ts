import { Client } from 'pg'
import { DataSource } from 'typeorm'
import { installQueue } from '../queue/boss'
import { APP_ROLE } from './bootstrap'
import { ENTITIES } from './entities'
import { Planned } from './planned'
import { Ground1764000000001 } from './migrations/1-ground'
import { Plan1764100000002 } from './migrations/2-plan'
import { Fieldwork1764200000003 } from './migrations/3-fieldwork'
import { Judgement1764300000004 } from './migrations/4-judgement'
import { Lifts1764400000005 } from './migrations/5-lifts'
import { FloorOfTests1764500000006 } from './migrations/6-floor-of-tests'
import { Traces1764600000007 } from './migrations/7-traces'
import { PlanTerms1764700000008 } from './migrations/8-plan-terms'
import { Floor1764800000009 } from './migrations/9-floor'
import { TestDay1764900000010 } from './migrations/10-test-day'
import { Review1765000000011 } from './migrations/11-review'
import { Safety1766000000012 } from './migrations/12-safety'
import { Standing1766400000013 } from './migrations/13-standing'
import { Mend1764250000000 } from './migrations/14-mend'
import { Amend1766500000015 } from './migrations/15-amend'
import { Standards1766700000016 } from './migrations/16-standards'
import { Reference1766800000017 } from './migrations/17-reference'
import { Sums1766900000018 } from './migrations/18-sums'
import { People1767000000019 } from './migrations/19-people'
import { SetsIn1767100000020 } from './migrations/20-sets-in'
import { LetGo1767200000021 } from './migrations/21-let-go'
import { Clock1767300000022 } from './migrations/22-clock'
import { Erase1767400000023 } from './migrations/23-erase'
import { Entry1767500000024 } from './migrations/24-entry'
import { Places1767600000025 } from './migrations/25-places'
import { TakenBack1767700000026 } from './migrations/26-taken-back'
import { OwnWay1767800000027 } from './migrations/27-own-way'
import { Roles1767900000028 } from './migrations/28-roles'
import { DaysAndUnits1768000000029 } from './migrations/29-days-and-units'
import { KeptLines1768100000030 } from './migrations/30-kept-lines'

/**
 * In the order they were written; each is frozen once it has landed. They run in the order of their
 * numbers, those that have not run yet.
 */
export const MIGRATIONS = [
  Ground1764000000001,
  Plan1764100000002,
  Fieldwork1764200000003,
  Judgement1764300000004,
  Lifts1764400000005,
  FloorOfTests1764500000006,
  Traces1764600000007,
  PlanTerms1764700000008,
  Floor1764800000009,
  TestDay1764900000010,
  Review1765000000011,
  Safety1766000000012,
  Standing1766400000013,
  Mend1764250000000,
  Amend1766500000015,
  Standards1766700000016,
  Reference1766800000017,
  Sums1766900000018,
  People1767000000019,
  SetsIn1767100000020,
  LetGo1767200000021,
  Clock1767300000022,
  Erase1767400000023,
  Entry1767500000024,
  Places1767600000025,
  TakenBack1767700000026,
  OwnWay1767800000027,
  Roles1767900000028,
  DaysAndUnits1768000000029,
  KeptLines1768100000030,
]

/** How long a request may hold what others wait for, ms; connections at the most. */
const PATIENCE = {
  max: 12,
  connectionTimeoutMillis: 3_000,
  statement_timeout: 10_000,
  lock_timeout: 3_000,
  idle_in_transaction_session_timeout: 20_000,
  keepAlive: true,
}

const common = {
  type: 'postgres',
  synchronize: false,
  uuidExtension: 'pgcrypto',
  installExtensions: false,
  logging: false,
} as const

/**
 * Runs the migrations as the owner, then lets go of that role. `upTo`: only so many, for a test of
 * the step from an earlier release.
 */
export async function migrate(ownerUrl: string, upTo = MIGRATIONS.length): Promise<string[]> {
  const owner = await new DataSource({
    ...common,
    url: ownerUrl,
    migrations: MIGRATIONS.slice(0, upTo),
    entities: [],
    extra: { max: 1, options: `-c mano.app_role=${APP_ROLE}` },
  }).initialize()
  try {
    return (await owner.runMigrations({ transaction: 'each' })).map((m) => m.name)
  } finally {
    await owner.destroy()
    if (upTo === MIGRATIONS.length)
      await asOwner(ownerUrl, (client) => installQueue(client, APP_ROLE))
  }
}

async function asOwner(ownerUrl: string, work: (client: Client) => Promise<void>): Promise<void> {
  const client = new Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    await work(client)
  } finally {
    await client.end()
  }
}

/**
 * Counts what is in the tables: after a bulk load the planner would otherwise take them for empty
 * and join row by row.
 */
export async function takeStatistics(ownerUrl: string): Promise<void> {
  const owner = await new DataSource({
    ...common,
    url: ownerUrl,
    entities: [],
    extra: { max: 1 },
  }).initialize()
  try {
    await owner.query('ANALYZE')
  } finally {
    await owner.destroy()
  }
}

/** The app's own connection: a plain role that owns nothing. */
export const openApp = (url: string, more: Partial<typeof PATIENCE> = {}): Promise<DataSource> =>
  new DataSource({
    ...common,
    url,
    entities: ENTITIES,
    extra: {
      ...PATIENCE,
      ...more,
      Client: Planned,
      // What does not wait for an answer is sent along: see `sent`.
      pipeline: true,
      options: '-c plan_cache_mode=force_generic_plan -c jit=off',
    },
  }).initialize()
