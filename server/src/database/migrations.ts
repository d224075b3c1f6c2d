import { sql, type Kysely, type Migration } from 'kysely';

/** Every change of the database's form, in order. A migration that has landed is never edited. */
export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '001-plans-and-media': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('plan')
        .addColumn('id', 'text', (c) => c.primaryKey())
        .addColumn('revision', 'integer', (c) => c.notNull())
        .addColumn('document', 'text', (c) => c.notNull())
        .addColumn('created_at', 'text', (c) => c.notNull())
        .addColumn('changed_at', 'text', (c) => c.notNull())
        .addColumn('deleted_at', 'text')
        .execute();
      await db.schema
        .createTable('media')
        .addColumn('id', 'text', (c) => c.primaryKey())
        .addColumn('bytes', 'integer', (c) => c.notNull())
        .addColumn('media_type', 'text', (c) => c.notNull())
        .addColumn('stored_at', 'text', (c) => c.notNull())
        .execute();
      await db.schema
        .createTable('mark')
        .addColumn('name', 'text', (c) => c.primaryKey())
        .addColumn('at', 'text', (c) => c.notNull())
        .execute();
    },
  },
  '002-footage': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('footage')
        .addColumn('content', 'text', (c) => c.primaryKey())
        .addColumn('facts', 'text', (c) => c.notNull())
        .addColumn('made_at', 'text', (c) => c.notNull())
        .execute();
    },
  },
  '003-plan-summaries': {
    async up(db: Kysely<unknown>) {
      await db.schema.alterTable('plan').addColumn('summary', 'text').execute();
      // The list is read from these alone: rows lie behind their documents, which are large.
      await sql`create index plan_list on plan (changed_at desc, id, revision, summary)
        where deleted_at is null`.execute(db);
      await sql`create index plan_unsummarised on plan (id)
        where deleted_at is null and summary is null`.execute(db);
    },
  },
  '004-pictures-in-summaries': {
    async up(db: Kysely<unknown>) {
      // They are made again when the list is next read.
      await sql`update plan set summary = null`.execute(db);
    },
  },
  '005-receipts': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('receipt')
        .addColumn('number', 'integer', (c) => c.primaryKey().autoIncrement())
        .addColumn('plan', 'text', (c) => c.notNull())
        .addColumn('at', 'text', (c) => c.notNull())
        .addColumn('receipt', 'text', (c) => c.notNull())
        .execute();
      await db.schema
        .createIndex('receipt_plan')
        .on('receipt')
        .columns(['plan', 'number'])
        .execute();
    },
  },
  '006-versions': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('version')
        .addColumn('number', 'integer', (c) => c.primaryKey().autoIncrement())
        .addColumn('plan', 'text', (c) => c.notNull())
        .addColumn('at', 'text', (c) => c.notNull())
        .addColumn('revision', 'integer', (c) => c.notNull())
        .addColumn('name', 'text')
        .addColumn('summary', 'text', (c) => c.notNull())
        .addColumn('document', 'text', (c) => c.notNull())
        .execute();
      await db.schema.createIndex('version_plan').on('version').columns(['plan', 'at']).execute();
    },
  },
  '007-unused-media': {
    async up(db: Kysely<unknown>) {
      await db.schema.alterTable('media').addColumn('unused_since', 'text').execute();
    },
  },
};
