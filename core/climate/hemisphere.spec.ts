import { describe, expect, it } from 'vitest';
import { newCharging } from '../charging/fresh';
import { newRig } from '../rig/new-rig';
import { CLIMATES } from './climates.data';
import { hemisphereOf, latitudeOf } from './hemisphere';
import { siteYear } from './site-year';

const place = (timeZone: string, latitudeDeg: number | null = null) => ({ timeZone, latitudeDeg });

describe('the half of the world', () => {
  it.each([
    ['Europe/Berlin', 'north', 'zone'],
    ['America/Argentina/Ushuaia', 'south', 'zone'],
    ['America/Sao_Paulo', 'south', 'zone'],
    ['Africa/Johannesburg', 'south', 'zone'],
    ['Australia/Hobart', 'south', 'zone'],
    ['Pacific/Auckland', 'south', 'zone'],
    ['Pacific/Honolulu', 'north', 'zone'],
    ['America/Bogota', 'north', 'zone'],
    ['Etc/GMT-12', 'north', 'not'],
    ['UTC', 'north', 'not'],
  ])('%s: %s, known by %s', (zone, half, known) => expect(hemisphereOf(place(zone))).toEqual({ half, known }));
  it('a latitude goes before the zone', () => {
    expect(hemisphereOf(place('Pacific/Auckland', 12))).toEqual({ half: 'north', known: 'latitude' });
    expect(hemisphereOf(place('UTC', -12))).toEqual({ half: 'south', known: 'latitude' });
  });
  it('a southern zone without a latitude has its summer in January', () => {
    const { place: somewhere } = newRig('r', 'R', 'Pacific/Auckland');
    const sites = siteYear(newCharging(), somewhere);
    const climate = CLIMATES['inland-hills'];
    expect(latitudeOf(somewhere, climate)).toBe(-climate.latitudeDeg);
    expect(sites[0]!.tempC.value).toBe(climate.tempC[6]);
    expect(sites[6]!.clearness.value).toBe(climate.clearness[0]);
    expect(siteYear(newCharging(), { ...somewhere, timeZone: 'Europe/Berlin' })[0]!.tempC.value).toBe(climate.tempC[0]);
  });
});
