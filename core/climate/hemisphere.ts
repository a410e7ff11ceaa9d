import type { Place } from './place';
import type { Climate } from './climates.data';

/** Areas of the zone names that lie south of the equator as a whole, and single zones of the others. By the places they are named for. */
const SOUTHERN_AREAS = ['Antarctica', 'Australia', 'America/Argentina', 'Brazil', 'Chile', 'NZ', 'NZ-CHAT'];
const SOUTHERN = new Set(
  [
    'Africa/Blantyre Brazzaville Bujumbura Dar_es_Salaam Gaborone Harare Johannesburg Kigali Kinshasa Luanda Lubumbashi Lusaka',
    'Africa/Maputo Maseru Mbabane Nairobi Windhoek',
    'America/Araguaina Asuncion Bahia Belem Buenos_Aires Campo_Grande Catamarca Cordoba Coyhaique Cuiaba Eirunepe Fortaleza',
    'America/Guayaquil Jujuy La_Paz Lima Maceio Manaus Mendoza Montevideo Noronha Porto_Acre Porto_Velho Punta_Arenas Recife',
    'America/Rio_Branco Rosario Santarem Santiago Sao_Paulo',
    'Asia/Dili Jakarta Jayapura Makassar Ujung_Pandang',
    'Atlantic/Ascension St_Helena South_Georgia Stanley',
    'Indian/Antananarivo Chagos Christmas Cocos Comoro Kerguelen Mahe Mauritius Mayotte Reunion',
    'Pacific/Apia Auckland Bougainville Chatham Easter Efate Enderbury Fakaofo Fiji Funafuti Galapagos Gambier Guadalcanal',
    'Pacific/Kanton Marquesas Nauru Niue Norfolk Noumea Pago_Pago Pitcairn Port_Moresby Rarotonga Samoa Tahiti Tongatapu',
    'Pacific/Wallis',
    'US/Samoa',
  ].flatMap((line) => {
    const [area = '', names = ''] = line.split('/');
    return names.split(' ').map((name) => `${area}/${name}`);
  }),
);

export type Hemisphere = 'north' | 'south';

/**
 * In which half of the world a place lies, and how that is known: by its latitude, or guessed from its time zone. A zone that is
 * named for no place (UTC) says nothing: north is taken.
 */
export function hemisphereOf({ latitudeDeg, timeZone }: Pick<Place, 'latitudeDeg' | 'timeZone'>): {
  half: Hemisphere;
  known: 'latitude' | 'zone' | 'not';
} {
  if (latitudeDeg !== null) return { half: latitudeDeg < 0 ? 'south' : 'north', known: 'latitude' };
  const south =
    SOUTHERN.has(timeZone) || SOUTHERN_AREAS.some((area) => timeZone === area || timeZone.startsWith(`${area}/`));
  if (south) return { half: 'south', known: 'zone' };
  const named = timeZone.includes('/') && !timeZone.startsWith('Etc/');
  return { half: 'north', known: named ? 'zone' : 'not' };
}

/** Latitude of a place; where none is entered, the usual one of its climate, in the place's half of the world. */
export const latitudeOf = (place: Pick<Place, 'latitudeDeg' | 'timeZone'>, climate: Climate): number =>
  place.latitudeDeg ?? (hemisphereOf(place).half === 'south' ? -climate.latitudeDeg : climate.latitudeDeg);
