import { chemistryOf } from '../cells/chemistry-of';
import { circuitNames } from '../wiring/post-name';
import { beforePower } from './before-power';
import type { CommissioningParts, StepContext } from './context';
import { dropSteps } from './drop';
import { fullChargeStep } from './full-charge';
import { match } from './match';
import { powerUp } from './power-up';
import { rest, rounded } from './rests';
import { rollCallSteps } from './roll-call/steps';
import type { Step } from './step';
import { zeroSteps } from './zero';

export function contextOf(parts: CommissioningParts): StepContext {
  const { bank, chemistryEdits, wiring, circuit } = parts;
  return {
    ...parts,
    chemistry: chemistryOf(bank.battery, chemistryEdits),
    names: circuitNames(wiring.parts, circuit.strings),
    shunt: wiring.parts.find((part) => part.kind === 'shunt') ?? null,
  };
}

/** Every step that this rig is proven by, in order. */
export function stepsOf(context: StepContext): Step[] {
  const { circuit, capacityAh } = context;
  const bare = { name: '', fields: [], expected: [] } as const;
  const done = (id: string) => ({ id, name: '', nut: null });
  const rollCall = rollCallSteps(context);
  return [
    ...beforePower(context),
    ...match(context),
    {
      ...bare,
      id: 'join',
      kind: 'join',
      phase: 'join',
      checks: [done('links'), ...circuit.strings.map(({ id, name }) => ({ id, name, nut: null }))],
      rests: circuit.strings.map(({ id, seriesCount }) => rest(id, `${seriesCount} in series`)),
    },
    ...powerUp(context, rollCall),
    ...zeroSteps(context),
    ...rollCall,
    ...dropSteps(context),
    fullChargeStep(context),
    {
      ...bare,
      id: 'set-full',
      kind: 'set-full',
      phase: 'set-full',
      checks: [done('set'), done('shows-full')],
      rests: [rest('capacity', rounded(capacityAh.value))],
    },
    { ...bare, id: 'sign', kind: 'sign', phase: 'sign', checks: [done('as-found')], rests: [] },
  ];
}
