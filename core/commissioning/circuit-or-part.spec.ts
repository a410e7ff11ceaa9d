import { describe, expect, it } from 'vitest';
import { common } from '../wiring/new-parts';
import type { Part } from '../wiring/part';
import { newEngine, newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { circuitOrPart, thingCalled } from './circuit-or-part';

const relay: Source = { ...newEngine('eng'), mode: { by: 'relay', alternatorV: 14.2, pathOhm: 0.01, limitA: 90 } };
const sources = [relay, newSource('solar', 'sun'), newEngine('limited')];
const charger = (sourceId: string, name: string): Part => ({
  ...common(`source-${sourceId}`, name),
  kind: 'charger',
  sourceId,
  hasInput: false,
  dropFraction: null,
});

describe('what a spanner goes on', () => {
  it.each([
    ['sun', 'Roof', 'Roof charger'],
    ['sun', 'Solar controller', 'Solar controller'],
    ['limited', 'Engine', 'Engine charger'],
    ['eng', 'Engine', 'Engine battery'],
    ['eng', 'Starter battery', 'Starter battery'],
    ['gone', 'Quay charger', 'Quay charger'],
  ])('of source %s called %s is the %s', (id, name, called) => {
    expect(thingCalled(charger(id, name), sources)).toBe(called);
  });
  it('of a circuit of loads and of any other part is what it is called alone', () => {
    const loads: Part = { ...common('l', 'Fridge'), kind: 'loads', loadIds: [], converterV: null, dropFraction: null };
    const chassis: Part = { ...common('chassis', 'Chassis'), kind: 'chassis' };
    expect([loads, chassis].map((part) => thingCalled(part, sources))).toEqual(['Fridge circuit', 'Chassis']);
    expect(circuitOrPart(charger('sun', 'Roof'))).toBe('Roof');
  });
});
