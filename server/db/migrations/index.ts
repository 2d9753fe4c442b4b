import type { Knex } from 'knex';
import * as foundation from './0001_foundation';
import * as blanks from './0002_blanks';
import * as library from './0003_library';
import * as firmGround from './0004_firm_ground';
import * as phrases from './0005_phrases';
import * as hand from './0006_hand';
import * as handling from './0007_handling';
import * as facts from './0008_facts';
import * as mail from './0009_mail';
import * as people from './0010_people';
import * as hands from './0011_hands';
import * as texts from './0012_texts';
import * as knowing from './0013_knowing';
import * as wording from './0014_wording';
import * as routines from './0015_routines';
import * as limits from './0016_limits';

/** Every step of the schema in order. A step that has run anywhere is never changed; a change is a new step. */
const STEPS: Record<string, { up(knex: Knex): Promise<void>; down(knex: Knex): Promise<void> }> = {
  '0001_foundation': foundation,
  '0002_blanks': blanks,
  '0003_library': library,
  '0004_firm_ground': firmGround,
  '0005_phrases': phrases,
  '0006_hand': hand,
  '0007_handling': handling,
  '0008_facts': facts,
  '0009_mail': mail,
  '0010_people': people,
  '0011_hands': hands,
  '0012_texts': texts,
  '0013_knowing': knowing,
  '0014_wording': wording,
  '0015_routines': routines,
  '0016_limits': limits,
};

/** Hands the steps to Knex from the bundle instead of a folder, so that the built server carries them. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(STEPS),
  getMigrationName: (name) => name,
  getMigration: async (name) => STEPS[name]!,
};

/** The step this version needs. */
export const NEWEST_MIGRATION = Object.keys(STEPS).at(-1)!;

/** Brings the database to the newest step. Knex's own lock lets one of several processes do it. */
export async function migrate(knex: Knex): Promise<void> {
  await knex.migrate.latest({ migrationSource, tableName: 'migrations' });
}

/** The step the database is on. */
export async function currentMigration(knex: Knex): Promise<string> {
  const row = await knex('migrations').orderBy('id', 'desc').first('name');
  return row?.name ?? '';
}
