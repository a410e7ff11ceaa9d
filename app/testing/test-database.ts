import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import type { Rig } from '@core/rig/rig';
import { CoulanDatabase } from '../storage/database';
import { readRow } from '../storage/read-row';

let serial = 0;

/** A database of its own, in memory. */
export const testDatabase = () => new CoulanDatabase(`test-${serial++}`, { indexedDB, IDBKeyRange });

/** A stored plan, with its records back in their places. @throws where there is none that can be read */
export async function rigIn(db: CoulanDatabase, id: string): Promise<Rig> {
  const read = await readRow(db, id);
  if (!read?.ok) throw new Error(`no readable rig ${id}`);
  return read.row.rig;
}
