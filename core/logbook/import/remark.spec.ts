import { describe, expect, it } from 'vitest';
import { RemarkList, REMARKS_LISTED } from './remark';

describe('remarks on the rows of a file', () => {
  it('are all counted, and listed as far as the list goes, the last of it too', () => {
    const remarks = new RemarkList();
    for (let row = 1; row <= REMARKS_LISTED + 1; row++)
      remarks.add({ row, column: 1, code: 'not-a-number', text: 'x' });
    expect(remarks.of('not-a-number')).toBe(REMARKS_LISTED + 1);
    expect(remarks.listed).toHaveLength(REMARKS_LISTED);
    expect(remarks.listed.at(-1)!.row).toBe(REMARKS_LISTED);
    expect(remarks.setAside).toBe(REMARKS_LISTED + 1);
  });
  it('of rows that are kept, or there already, set none aside', () => {
    const remarks = new RemarkList();
    remarks.count('backward-time', 2);
    remarks.count('duplicate-time', 3);
    remarks.count('already-covered', 4);
    remarks.count('empty-cell', 1);
    expect(remarks.setAside).toBe(1);
  });
});
