import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { saveBlob, saveText } from './save-text';

const saved: { name: string; blob: Blob }[] = [];
let blobs: Blob[] = [];

beforeEach(() => {
  saved.length = 0;
  blobs = [];
  vi.useFakeTimers();
  URL.createObjectURL = (blob) => `blob:${blobs.push(blob as Blob) - 1}`;
  URL.revokeObjectURL = vi.fn();
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    saved.push({ name: this.download, blob: blobs[Number(this.href.slice(5))]! });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe('a file for the browser to save', () => {
  it.each([
    ['Pied Wagtail.coulan.zip', 'pied-wagtail.coulan.zip'],
    ['Größe & Höhe/2.csv', 'größe-höhe-2.csv'],
    ['  .coulan.json', 'rig.coulan.json'],
    ['no ending', 'no-ending'],
    ['St. Mary, loads.csv', 'st-mary-loads.csv'],
    ['../../etc/x.csv', 'etc-x.csv'],
  ])('"%s" is called %s', (name, called) => {
    saveBlob(new Blob(['x']), name);
    expect(saved[0]!.name).toBe(called);
  });
  it('has the text and its type', () => {
    saveText('a;b', 'loads.csv', 'text/csv');
    expect(saved[0]!.blob.type).toBe('text/csv');
    expect(saved[0]!.blob.size).toBe(3);
  });
  it('is let go of when the browser has had time to take it', () => {
    saveText('a', 'a.csv', 'text/csv');
    expect(URL.revokeObjectURL).not.toHaveBeenCalled();
    vi.advanceTimersByTime(20_000);
    expect(URL.revokeObjectURL).toHaveBeenCalledTimes(1);
  });
});
