import { describe, expect, it } from 'vitest';
import { atOnce, deviceLimit, deviceOf, devicesInUse, feedBefore, sourcesOf } from './device';
import { newSource } from './new-source';
import type { Source, Through } from './source';
import { sharesAfter } from './week-hours';
import { weekOf } from './new-source';

const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6];
const shore = (id: string, through: Through | null, more: object = {}): Source =>
  ({ ...newSource('shore', id), name: id, through, ...more }) as Source;
const inverters = [{ id: 'inv', name: 'Inverter' }];
const mains = shore('mains', { inverterId: 'inv' }, { currentA: 50 });
const generator = shore('generator', { sourceId: 'mains' }, { currentA: 70, supply: 'generator' });
const among = { sources: [generator, mains, newSource('solar', 'sun')], inverters };

describe('what a source comes out of', () => {
  it('is a charger of its own, an inverter that charges too, or what another comes out of', () => {
    const of = (source: Source) => deviceOf(source, among);
    expect(of(newSource('solar', 'sun'))).toEqual({ is: 'charger', id: 'sun' });
    expect(of(mains)).toEqual({ is: 'inverter', id: 'inv' });
    expect(of(generator)).toEqual({ is: 'inverter', id: 'inv' });
    expect(of(shore('other', null))).toEqual({ is: 'charger', id: 'other' });
  });
  it('is its own charger where the other is gone, is no charger of mains, or comes out of itself', () => {
    const own = (source: Source, sources: Source[]) =>
      expect(deviceOf(source, { sources: [source, ...sources], inverters })).toEqual({ is: 'charger', id: source.id });
    own(shore('a', { inverterId: 'sold' }), []);
    own(shore('a', { sourceId: 'gone' }), []);
    own(shore('a', { sourceId: 'sun' }), [newSource('solar', 'sun')]);
    own(shore('a', { sourceId: 'a' }), []);
    own(shore('a', { sourceId: 'b' }), [shore('b', { sourceId: 'a' })]);
    own(shore('c', { sourceId: 'a' }), [shore('a', { sourceId: 'b' }), shore('b', { sourceId: 'a' })]);
  });
  it('is that of the other also where that has come to have a charger of its own', () => {
    const alone = { sources: [mains, generator], inverters: [] };
    expect([mains, generator].map((source) => deviceOf(source, alone).id)).toEqual(['mains', 'mains']);
    const orphan = shore('mains', { sourceId: 'gone' });
    expect(deviceOf(generator, { sources: [orphan, generator], inverters }).id).toBe('mains');
  });
  it('is one device for mains and generator, mains first, and its limit is the larger', () => {
    const inverter = { is: 'inverter', id: 'inv' } as const;
    expect(sourcesOf(inverter, among).map(({ id }) => id)).toEqual(['mains', 'generator']);
    expect(devicesInUse(among).map(({ device, sources }) => [device.id, sources.map(({ id }) => id)])).toEqual([
      ['inv', ['generator', 'mains']],
      ['sun', ['sun']],
    ]);
    expect(deviceLimit([mains, generator]).value).toBe(70);
    expect(deviceLimit([mains]).value).toBe(50);
    expect(feedBefore(generator, among)).toEqual([mains]);
    expect(feedBefore(mains, among)).toEqual([]);
    expect(atOnce([generator, mains], among)).toEqual([mains]);
    expect(atOnce([generator], among)).toEqual([generator]);
  });
  it('stays the charger of one that is off, which then feeds nothing before others', () => {
    const off = { ...shore('mains', null), on: false };
    const two = { sources: [off, generator], inverters };
    expect(devicesInUse(two)).toEqual([{ device: { is: 'charger', id: 'mains' }, sources: [generator] }]);
    expect(feedBefore(generator, two)).toEqual([]);
  });
});

describe('the hours of one that shares its device', () => {
  it('by hand: mains from 18 to 6, a generator from 16 to 20 gives from 16 to 18 only', () => {
    const first = { ...mains, week: weekOf(EVERY_DAY, 18, 12) } as Source;
    const second = { ...generator, week: weekOf(EVERY_DAY, 16, 4) } as Source;
    const day = sharesAfter(second, [first]).subarray(24, 48);
    expect(Array.from(day, (share, hour) => (share > 1e-12 ? [hour, Number(share.toFixed(9))] : [])).flat()).toEqual([
      16, 1, 17, 1,
    ]);
    expect(
      sharesAfter(second, [])
        .subarray(24, 48)
        .reduce((sum, share) => sum + share, 0),
    ).toBe(4);
  });
  it('by hand: both from half past twelve, one to two and one to three, leave the hour from two; quiet hours as well', () => {
    const first = { ...mains, week: weekOf(EVERY_DAY, 12.5, 1.5) } as Source;
    const second = { ...generator, week: weekOf(EVERY_DAY, 12.5, 2.5) } as Source;
    const of = (source: Source) => Array.from(sharesAfter(source, [first]).subarray(24 + 12, 24 + 16));
    expect(of(second).map((share) => Number(share.toFixed(9)))).toEqual([0, 0, 1, 0]);
    const hushed = { ...second, quiet: { fromHour: 14.25, toHour: 20 } } as Source;
    expect(of(hushed).map((share) => Number(share.toFixed(9)))).toEqual([0, 0, 0.25, 0]);
  });
  it('fills what the other leaves of an hour, never more and never less than nothing', () => {
    const first = { ...mains, week: weekOf(EVERY_DAY, 12.5, 1) } as Source;
    const second = { ...generator, week: weekOf(EVERY_DAY, 12, 2) } as Source;
    const day = sharesAfter(second, [first]).subarray(24, 48);
    expect([11, 12, 13, 14].map((hour) => Number(day[hour]!.toFixed(9)))).toEqual([0, 0.5, 0.5, 0]);
  });
});
