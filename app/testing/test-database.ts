import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { CoulanDatabase } from '../storage/database';

let serial = 0;

/** A database of its own, in memory. */
export const testDatabase = () => new CoulanDatabase(`test-${serial++}`, { indexedDB, IDBKeyRange });
