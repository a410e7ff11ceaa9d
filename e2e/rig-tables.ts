import type { Page } from '@playwright/test';

/** The plans of a browser and the records beside them, as they lie in its database. */
export interface RigTables {
  rigs: unknown[];
  records: unknown[];
}

/** Reads what plans the browser has. */
export const rigTables = (page: Page): Promise<RigTables> =>
  page.evaluate(async () => {
    const asking = indexedDB.open('coulan');
    const db = await new Promise<IDBDatabase>((done) => (asking.onsuccess = () => done(asking.result)));
    const all = (table: string) =>
      new Promise<unknown[]>((done) => {
        const got = db.transaction(table).objectStore(table).getAll();
        got.onsuccess = () => done(got.result as unknown[]);
      });
    const tables = { rigs: await all('rigs'), records: await all('records') };
    db.close();
    return tables;
  });

/** Makes them all the plans that there are. Samples of logs that no plan names are thrown away by the program itself, when it is loaded. */
export const putRigTables = (page: Page, tables: RigTables): Promise<void> =>
  page.evaluate(async ({ rigs, records }) => {
    const asking = indexedDB.open('coulan');
    const db = await new Promise<IDBDatabase>((done) => (asking.onsuccess = () => done(asking.result)));
    const change = db.transaction(['rigs', 'records'], 'readwrite');
    for (const [table, rows] of [
      ['rigs', rigs],
      ['records', records],
    ] as const) {
      change.objectStore(table).clear();
      for (const row of rows) change.objectStore(table).put(row);
    }
    await new Promise((done) => (change.oncomplete = done));
    db.close();
  }, tables);
