import { describe, expect, it } from 'vitest';
import { chargeLimit } from '../charging/charge-limit';
import { ChemistryEdits } from '../rig/bank';
import { newBank, newBattery } from '../rig/new-rig';
import { CHEMISTRIES } from './chemistry.data';
import { chemistryOf, chemistryValue } from './chemistry-of';

const edits: ChemistryEdits = { agm: { acceptancePerH: { value: 1.2, source: 'its sheet' } } };

describe('a chemistry with values of one’s own', () => {
  it('has them in place of the shipped ones, and in that chemistry alone', () => {
    expect(chemistryOf('agm', edits)).toEqual({ ...CHEMISTRIES.agm, acceptancePerH: 1.2 });
    expect(chemistryOf('gel', edits)).toEqual(CHEMISTRIES.gel);
  });
  it('says where each value is from', () => {
    expect(chemistryValue('agm', edits, 'acceptancePerH')).toMatchObject({
      origin: 'entered',
      note: `${CHEMISTRIES.agm.name}, its sheet`,
    });
    expect(chemistryValue('agm', edits, 'tailFraction')).toMatchObject({
      origin: 'default',
      note: CHEMISTRIES.agm.name,
    });
    const unsaid: ChemistryEdits = { agm: { tailFraction: { value: 0.03, source: '' } } };
    expect(chemistryValue('agm', unsaid, 'tailFraction').note).toBe(`${CHEMISTRIES.agm.name}, your value`);
  });
  it('limits the charge by a share of one’s own: 0.2 of 200 Ah is 40 A', () => {
    const bank = newBank(newBattery('b', 'agm', 6, 200));
    const own: ChemistryEdits = { agm: { acceptanceCapPerH: { value: 0.2, source: '' } } };
    expect(chargeLimit(bank, { sharedLimitA: null }, own).value).toBe(40);
  });
  it('is never lithium that is charged in the frost', () => {
    const from = (value: number) => ({ chargeFromTempC: { value, source: 'a bold sheet' } });
    expect(ChemistryEdits.safeParse({ lfp: from(-10) }).error?.issues[0]?.path).toEqual([
      'lfp',
      'chargeFromTempC',
      'value',
    ]);
    expect(ChemistryEdits.safeParse({ lfp: from(5), agm: from(-20) }).success).toBe(true);
  });
});
