import type { Generated } from 'kysely';

/** Tables as Kysely sees them. Times are ISO 8601 in UTC. */
export interface Tables {
  plan: PlanTable;
  media: MediaTable;
  footage: FootageTable;
  mark: MarkTable;
  receipt: ReceiptTable;
  version: VersionTable;
}

/** One plan, as its JSON document. */
export interface PlanTable {
  id: string;
  /** Raised by one with every save. */
  revision: number;
  document: string;
  /** What the list shows, as JSON; null until it was worked out for a plan of before. */
  summary: string | null;
  created_at: string;
  changed_at: string;
  /** Set while the plan is deleted and can still be restored. */
  deleted_at: string | null;
}

/** One stored media file. */
export interface MediaTable {
  /** SHA-256 of the content, hexadecimal. */
  id: string;
  bytes: number;
  media_type: string;
  stored_at: string;
  /** When nothing was first found to refer to it; null while something does. */
  unused_since: string | null;
}

/** What was made of one file of pictures, by its content. */
export interface FootageTable {
  /** See `contentId`: by what a file is known again. */
  content: string;
  /** A `FileFacts` document. */
  facts: string;
  made_at: string;
}

/** The proof of a file that was handed over. */
export interface ReceiptTable {
  number: Generated<number>;
  plan: string;
  at: string;
  /** A `Receipt` document. */
  receipt: string;
}

/** A plan as it was once. */
export interface VersionTable {
  number: Generated<number>;
  plan: string;
  /** When it was last changed then. */
  at: string;
  revision: number;
  /** Null for one that was kept by itself. */
  name: string | null;
  /** What the list of plans shows of it, as JSON. */
  summary: string;
  document: string;
}

/** Things done once, such as loading the demo. */
export interface MarkTable {
  name: string;
  at: string;
}
