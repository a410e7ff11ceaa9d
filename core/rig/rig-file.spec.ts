import { describe, expect, it, test } from 'vitest';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { fieldIssue } from '../plan/limit';
import { LIMITS } from './limits';
import { newBattery } from '../cells/new-battery';
import { newLoad } from '../audit/fresh';
import { newRig } from './new-rig';
import { simpleBank } from '../bank/fresh';
import type { Rig } from './rig';
import { parseRigFile } from './rig-file';
import { RIG_VERSION } from './version';

const rig: Rig = { ...newRig('r1', 'Test', 'Europe/Berlin'), loads: [newLoad('a', 'Cabin')], bank: simpleBank('lfp') };
const file = (more: object = {}, inRig: object = {}) =>
  JSON.stringify({ format: 'coulan-rig', version: RIG_VERSION, rig: { ...rig, ...inRig }, logs: [], ...more });
const problem = (text: string) => {
  const result = parseRigFile(text);
  return result.ok ? null : result.problem;
};

describe('parseRigFile', () => {
  it('gives back what was written', () => {
    const result = parseRigFile(file());
    expect(result.ok && result.file.rig).toEqual(rig);
  });
  it.each([
    ['truncated', file().slice(0, 80), { code: 'not-json' }],
    ['something else', '{"a":1}', { code: 'not-a-rig' }],
    ['a newer version', file({ version: 13 }), { code: 'newer-version', version: 13 }],
  ])('refuses %s', (_name, text, expected) => expect(problem(text)).toEqual(expected));
  it.each([
    [
      'a negative load',
      { loads: [{ ...rig.loads[0], power: { by: 'watts', powerW: -5 } }] },
      'rig.loads[0].power.powerW',
    ],
    [
      '30 h a day',
      { loads: [{ ...rig.loads[0], use: { by: 'hours', hoursPerDay: 30 } }] },
      'rig.loads[0].use.hoursPerDay',
    ],
    ['a bank of 0 batteries', { bank: { ...rig.bank, parallelCount: 0 } }, 'rig.bank.parallelCount'],
    ['an unknown field', { bank: { ...rig.bank, colour: 'red' } }, 'rig.bank.colour'],
    ['a made-up time zone', { place: { ...rig.place, timeZone: 'Mars/Base' } }, 'rig.place.timeZone'],
    ['a second load of one id', { loads: [rig.loads[0], rig.loads[0]] }, 'rig.loads[1].id'],
    ['text for a number', { bank: { ...rig.bank, usableFraction: '0.8' } }, 'rig.bank.usableFraction'],
  ])('names the path of %s', (_name, inRig, path) =>
    expect(problem(file({}, inRig))).toMatchObject({ code: 'wrong-field', path }),
  );
});

describe('fieldIssue', () => {
  it.each([
    [LIMITS.powerW, -1, { code: 'too-small', min: 0 }],
    [LIMITS.hoursPerDay, 30, { code: 'too-large', max: 24 }],
    [LIMITS.parallelCount, 0, { code: 'too-small', min: 1 }],
    [LIMITS.parallelCount, 1.5, { code: 'not-whole' }],
    [LIMITS.powerW, Number.NaN, { code: 'not-a-number' }],
    [LIMITS.powerW, 0, null],
  ])('%o of %d', (limit, value, issue) => expect(fieldIssue(limit, value)).toEqual(issue));
});

describe('charging in the frost', () => {
  test.for(CHEMISTRY_IDS)('%s: no value of one’s own lets lithium be charged below 0 °C', (id, { expect }) => {
    const own = { chargeFromTempC: { value: -5, source: 'a forum' } };
    const lithium = CHEMISTRIES[id].family === 'lithium';
    const ofChemistry = parseRigFile(file({}, { chemistryEdits: { [id]: own } }));
    const ofModel = parseRigFile(file({}, { shelf: [{ ...newBattery('b', id, 4, 100), own }] }));
    expect([ofChemistry.ok, ofModel.ok]).toEqual([!lithium, !lithium]);
    if (!ofChemistry.ok)
      expect(ofChemistry.problem).toMatchObject({ path: `rig.chemistryEdits.${id}.chargeFromTempC.value` });
    if (!ofModel.ok) expect(ofModel.problem).toMatchObject({ path: 'rig.shelf[0].own.chargeFromTempC.value' });
  });
});
