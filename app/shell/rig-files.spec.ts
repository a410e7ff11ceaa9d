import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LogRecord } from '@core/logbook/plan';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import { doorTo, provideCoulan } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import type { RigImported } from '../workers/log-worker-api';
import { LogWorkerClient } from '../workers/log-worker-client';
import { RigFiles } from './rig-files';

let saved: { name: string; blob: Blob }[] = [];
let blob: Blob | null = null;

beforeEach(() => {
  saved = [];
  URL.createObjectURL = (one) => {
    blob = one as Blob;
    return 'blob:0';
  };
  URL.revokeObjectURL = () => undefined;
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    saved.push({ name: this.download, blob: blob! });
  });
});
afterEach(() => vi.restoreAllMocks());

function files(api: Record<string, unknown>): RigFiles {
  TestBed.configureTestingModule({
    providers: [...provideCoulan(), { provide: LogWorkerClient, useValue: doorTo(api) }],
  });
  return TestBed.inject(RigFiles);
}
const textOf = (one: Blob) =>
  new Promise<string>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.readAsText(one);
  });

describe('a rig out to a file', () => {
  it('is an archive where there are logs, named after the rig', async () => {
    const exportRig = () => Promise.resolve({ blob: new Blob(['zip'], { type: 'application/zip' }), missing: [] });
    const one = files({ exportRig });
    await one.download({ ...sampleRig(), name: 'No. 7, Saltmarsh' });
    expect(one.lacking()).toBeNull();
    expect(saved.map(({ name }) => name)).toEqual(['no-7-saltmarsh.coulan.zip']);
  });
  it('is followed while it is packed, and nothing is handed out when it is cancelled', async () => {
    let stop: (packed: null) => void = () => undefined;
    const cancel = vi.fn(() => stop(null));
    const exportRig = (_: Rig, id: string, onProgress: (share: number) => void) => {
      onProgress(0.42);
      return new Promise((resolve) => (stop = resolve)).then((packed) => {
        expect(cancel).toHaveBeenCalledWith(id);
        return packed;
      });
    };
    const one = files({ exportRig, cancel });
    const done = one.download(sampleRig());
    await vi.waitUntil(() => one.jobs().length > 0);
    expect(one.jobs()).toMatchObject([{ does: 'packs', name: 'Sample van', share: 0.42 }]);
    one.cancel(one.jobs()[0]!.id);
    await done;
    expect([saved, one.jobs(), one.lacking()]).toEqual([[], [], null]);
  });
  it('says which samples it lacks', async () => {
    const missing = [{ name: 'march.csv', announced: 1440, written: 1200 }];
    const one = files({ exportRig: () => Promise.resolve({ blob: new Blob(['zip']), missing }) });
    await one.download(sampleRig());
    expect(one.lacking()).toContain('march.csv has 1200 of 1440 rows');
  });
  it('says that the logs are not in it where they could not be packed', async () => {
    const one = files({ exportRig: () => Promise.reject(new Error('no room')) });
    const rig = sampleRig();
    await one.download({ ...rig, logbook: { ...rig.logbook, logs: [{ id: 'a' } as LogRecord] } });
    expect(saved[0]!.name).toBe('sample-van.coulan.json');
    expect(one.lacking()).toMatch(/the plan without its log: .*no room.*Export again/);
  });
  it('of a plan that cannot be read is what lies in the database', async () => {
    await files({}).downloadAsStored({
      id: 'x',
      name: 'Old one',
      revision: 3,
      savedAtMs: 0,
      version: 9,
      rig: { odd: true },
    });
    expect(saved[0]!.name).toBe('old-one.coulan.json');
    expect(JSON.parse(await textOf(saved[0]!.blob))).toMatchObject({ version: 9, rig: { odd: true } });
  });
  it('is the plan alone where the samples cannot be had, and reads as a rig file', async () => {
    await files({ exportRig: () => Promise.reject(new Error('storage is blocked')) }).download(sampleRig());
    expect(saved[0]!.name).toBe('sample-van.coulan.json');
    expect(JSON.parse(await textOf(saved[0]!.blob))).toMatchObject({
      format: 'coulan-rig',
      version: RIG_VERSION,
      rig: { name: 'Sample van', logbook: { logs: [] } },
      logs: [],
    });
  });
});

type Problem = Extract<RigImported, { problem: unknown }>['problem'];

describe('a rig file that cannot be taken', () => {
  const cases: [Problem, RegExp][] = [
    [{ code: 'not-json' } as Problem, /cut off or is not a rig file.*export it again\.$/],
    [{ code: 'not-a-rig' } as Problem, /not a rig file.*dropped in the logbook/],
    [{ code: 'newer-version', version: 9 } as Problem, /newer Coulan \(file version 9, .*Update Coulan/],
    [
      { code: 'wrong-field', path: 'loads[3].quantity', says: 'Too small' } as Problem,
      /first wrong field is loads\[3\]\.quantity: Too small\./,
    ],
    [{ code: 'logs-differ', logId: 'march' } as Problem, /names a log \(march\) whose samples are not in the file/],
    [{ code: 'broken-archive', says: '' } as Problem, /damaged or cut off/],
    [{ code: 'bad-samples', says: 'day 3 is missing' } as Problem, /do not agree with the rig: day 3 is missing/],
    [{ code: 'cancelled' }, /^It was cancelled\.$/],
    [{ code: 'storage', says: 'quota' } as Problem, /could not store it: quota\. Free some space/],
  ];
  it.each(cases)('$code is said with its place and what to do', async (problem, says) => {
    const read = await files({ importRig: () => Promise.resolve({ problem }) }).read(new File([], 'a.json'));
    expect(read).toEqual({ says: expect.stringMatching(says) as string });
  });
});
