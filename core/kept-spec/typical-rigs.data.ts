import { laidOut } from '../../demo/wiring';
import { newInverter } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { newBattery } from '../cells/new-battery';
import { newRig } from '../rig/new-rig';
import type { Rig } from '../rig/rig';
import { newArray, newEngine, newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { lamp } from './van';

export interface Typical {
  chemistryId: ChemistryId;
  /** 12 V blocks in series. */
  blocks: number;
  strings: number;
  /** W; 0: none. */
  inverterW: number;
  sources: 'sun' | 'sun-and-engine' | 'mains' | 'relay';
}

/** Rigs as most people have them: every chemistry and voltage, one string or two, with a large inverter or none, charged from anything. */
export const TYPICAL: readonly Typical[] = CHEMISTRY_IDS.flatMap((chemistryId) =>
  [1, 2, 4].flatMap((blocks) =>
    [1, 2].flatMap((strings) =>
      [0, 2000].flatMap((inverterW) =>
        (strings === 1 ? (['sun', 'relay'] as const) : (['mains', 'sun-and-engine'] as const)).map((sources) => ({
          ...{ chemistryId, blocks, strings, inverterW, sources },
        })),
      ),
    ),
  ),
);

export const typicalName = ({ chemistryId, blocks, strings, inverterW, sources }: Typical): string =>
  `${chemistryId} ${12 * blocks} V, ${strings} in parallel, inverter ${inverterW} W, ${sources}`;

/** Such a rig, laid out. */
export function typicalRig({ chemistryId, blocks, strings, inverterW, sources }: Typical): Rig {
  const fresh = newRig('typical', 'Typical', 'Europe/Berlin');
  const battery = newBattery('b', chemistryId, CHEMISTRIES[chemistryId].cellsPer12V, 100);
  const limits = chemistryId === 'lfp' ? { dischargeA: 100, chargeA: 50 } : {};
  const sun: Source = { ...newSource('solar', 'sun'), name: 'Roof', arrays: [newArray('a', 300)] } as Source;
  const engine = newEngine('engine');
  const relay = { by: 'relay', pathOhm: 0.02 * blocks, limitA: 60, alternatorV: 14.2 * blocks } as const;
  const given: Record<Typical['sources'], Source[]> = {
    sun: [sun],
    'sun-and-engine': [sun, engine],
    mains: [newSource('shore', 'mains')],
    relay: [{ ...engine, mode: relay }, sun],
  };
  const rig: Rig = {
    ...fresh,
    loads: [
      lamp('fridge', 'Galley', 45 * blocks, { must: true, use: { by: 'hours', hoursPerDay: 9 } }),
      lamp('lights', 'Cabin', 15, { use: { by: 'hours', hoursPerDay: 4 } }),
      lamp('alarm', 'Cabin', 1.5, { must: true, use: { by: 'always' } }),
      ...(inverterW > 0 ? [lamp('tool', 'Cabin', 0.6 * inverterW, { supply: 'ac', inverterId: 'inv' })] : []),
    ],
    inverters:
      inverterW > 0
        ? [
            {
              ...newInverter('inv'),
              name: 'Inverter',
              continuousW: inverterW,
              surgeW: 2 * inverterW,
              standbyW: 8,
              cutOffV: 10.5 * blocks,
            },
          ]
        : [],
    bank: newBank({ ...battery, ...limits }, blocks, strings),
    charging: { ...fresh.charging, sources: given[sources] },
  };
  return laidOut(rig);
}
