import type { Check, Step, StepOf } from '@core/commissioning/step';
import { asTyped } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';

/** In the middle of a sentence: "the drinks chiller", "the W07 lead", "the LED strip". */
export const inSentence = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name;

/** With its article, where it needs one: "battery 1", "the shunt". */
const named = (name: string): string => (/^(Battery|String)/.test(name) ? inSentence(name) : `the ${inSentence(name)}`);

/** What is to be done, as an order. */
export function titleOf(step: Step): string {
  const name = inSentence(step.name);
  switch (step.kind) {
    case 'tools':
      return 'Get ready: tools, hands, air.';
    case 'breakers-off':
      return 'Open every breaker and switch.';
    case 'crimp':
      return `Look at both ends of ${step.name}.`;
    case 'torque':
      return `Tighten the nuts on ${named(step.name)}.`;
    case 'polarity':
      return 'Follow every positive to its fuse.';
    case 'fuses':
      return 'Read what stands on every fuse.';
    case 'monitor-fused':
      return 'Find the fuse of the monitor’s own lead.';
    case 'rest':
      return `Measure ${named(step.name)} at rest.`;
    case 'gate':
      return 'May they be joined?';
    case 'join':
      return step.checks.length > 2 ? 'Join the bank.' : 'Connect the bank.';
    case 'power':
      return `Close the ${name}.`;
    case 'zero':
      return 'Read the meter with everything off.';
    case 'roll-call':
      return 'source' in step.about ? `Charge from ${step.name}.` : `Switch the ${name} on.`;
    case 'drop':
      return step.gives
        ? `Charge hard from ${step.name}, and measure its way.`
        : `Load the ${name}, and measure its way.`;
    case 'full-charge':
      return 'Charge the bank until it is full.';
    case 'set-full':
      return 'Tell the meter that the bank is full.';
    case 'sign':
      return 'Put your name to it.';
  }
}

/** How it is done, with which instrument, and why. */
export function howOf(step: Step): string {
  switch (step.kind) {
    case 'tools':
      return 'A spanner across two posts is a short circuit of a thousand amperes and more. Nothing else is done before this is.';
    case 'breakers-off':
      return 'With all of them open nothing that is joined next can be under load, and each circuit is proven by itself later.';
    case 'crimp':
      return `${step.run.section}, from ${step.run.from} to ${step.run.to}. By eye and by hand: a crimp that lets go under a good pull would have let go warm.${step.run.tickedAtBench ? ' It was ticked off on the cut list; look all the same.' : ' Found good, it keeps its section on the plan.'}`;
    case 'torque':
      return 'With a torque wrench, lug flat on lead or copper, washer above it and never below. A loose nut is the joint that burns.';
    case 'polarity':
      return 'By hand along the cable, or with a meter for continuity. Colours may lie: what was laid last is looked at twice.';
    case 'fuses':
      return 'Amperes, and type or what it breaks, on the fuse itself and not on its holder. A larger one no longer protects its wire; a smaller one opens under its load.';
    case 'monitor-fused':
      return 'It is thin, and joined to the bank without a switch between: its own small fuse, close to the post, is all that guards it.';
    case 'rest':
      return 'With a voltmeter on its two posts, red on +, before it is joined to anything. Only a battery that has rested says by its volts what it holds.';
    case 'gate':
      return 'Batteries that stand apart would level out through each other the moment they are joined, with nothing but themselves to hold the current.';
    case 'join':
      return 'Positives first, the last connection at a negative post. The main switch stays open.';
    case 'power':
      return `One at a time, and look at the meter each time. ${mayFlow(step)}`;
    case 'zero':
      return 'Main switch open, every source away. What it shows now it counts day and night.';
    case 'roll-call':
      return rollCallHow(step);
    case 'drop':
      return dropHow(step);
    case 'full-charge':
      return 'Volts and current say full only together, and only when both hold: note what the meter shows, and again five minutes later.';
    case 'set-full':
      return 'From here the meter counts. Set it by hand, or see that it has done so by itself.';
    case 'sign':
      return 'What is signed is what was seen on this vehicle, with these instruments, on this day.';
  }
}

function mayFlow(step: StepOf<'power'>): string {
  if (isNothing(step)) return 'Further on all is open still: nothing may flow.';
  const putAway = step.expected.some(({ to }) => (to?.value ?? 0) > 0)
    ? ' A source that feeds already is put away again before the next.'
    : '';
  return `No more may flow than what hangs on it takes or gives.${putAway}`;
}

function dropHow({ gives, fields }: StepOf<'drop'>): string {
  const when = gives
    ? 'charges as hard as it can, with the bank not yet full and the rest off'
    : 'runs, all sources away and the rest off';
  const bars = fields.some(({ what }) => what === 'atBar') ? ' across the bars that feed it,' : '';
  return `With a voltmeter, while it ${when}: across the posts of the bank,${bars} then across its own terminals. Current by the meter, which the roll call has proven.`;
}

/** A that few loads draw for long. */
const HARD_A = 60;

/** A full bank takes next to nothing; a load beside it does, unless another source gives that already. */
const LEFT_ON =
  'Leave a large load on and, should the bank be full, take other sources away: it must have something to give.';

/** It passes the mains on meanwhile. */
const BY_INVERTER =
  'What hangs on its inverter takes from the mains meanwhile: leave on a large load that does not, and, should the bank be full, take other sources away. Plug it in, and wait until it gives steadily.';

function rollCallHow({ about, item, pieces, byInverter }: StepOf<'roll-call'>): string {
  if (byInverter) return BY_INVERTER;
  if ('source' in about)
    return item.idleFraction > 0.02
      ? `The sun must stand on it. ${LEFT_ON} Close its breaker or uncover it, and wait until the controller has found its point.`
      : `${LEFT_ON} Start it, and wait until it gives steadily.`;
  if ('part' in about && item.toA > 0) return `${LEFT_ON} Plug it in, and wait until it gives steadily.`;
  if ('inverter' in about) return 'With nothing plugged in: it draws for itself. It stays on for what hangs on it.';
  const usual =
    item.idleFraction > 0.01
      ? 'It must really run: do what makes it begin (of a cold box, turn its dial to the coldest), and wait until it hums.'
      : pieces > 1
        ? `All ${pieces} of them, as they usually run.`
        : 'As it usually runs.';
  return item.fromA <= -HARD_A
    ? `${usual} Its sheet first: what draws so much may run for moments only, and some never dry.`
    : usual;
}

/** What is closed in on with a breaker: an inverter, converters, or both. */
function behindIt({ filling, convertersV }: StepOf<'power'>): { lead: string; says: string } {
  const volts = convertersV.map((one) => `${asTyped(one)} V`).join(', ');
  const converter = `Measure what it gives, ${volts}, before anything is joined to it. The other way round it may let the bank’s voltage through.`;
  if (!filling) return { lead: 'A converter lies behind it.', says: converter };
  const inverter =
    'Inverter off. Fill them first as its sheet says, or close it firmly and once. A battery whose protection opens at this needs them filled first; so does a fuse that would be put in live.';
  return {
    lead: 'The inverter’s capacitors fill with a spark.',
    says: convertersV.length > 0 ? `${inverter} A converter lies behind it too: ${converter}` : inverter,
  };
}

/** The caution that stands beside a step. */
export function cautionOf(step: Step): { lead: string; says: string } | null {
  switch (step.kind) {
    case 'tools':
    case 'torque':
      return {
        lead: 'Rings, watches, chains off.',
        says: 'One spanner, taped but for its jaw. A bank cannot be switched off at its own posts.',
      };
    case 'breakers-off':
      return { lead: 'Chargers too.', says: 'Unplug shore power, cover or switch off solar, engine stopped.' };
    case 'crimp':
      return { lead: 'Crimped with the die for this lug.', says: 'Solder in a crimp creeps when it is warm.' };
    case 'polarity':
    case 'join':
      return {
        lead: 'The last connection may spark.',
        says: 'Away from vents of lead batteries. Stop where a spark is more than a crackle: something is on, or turned round.',
      };
    case 'fuses':
      return {
        lead: 'Never a larger one because the right one blew.',
        says: 'What made it blow is looked for first. The sheet of the device may ask for less than its wire carries: then that wins.',
      };
    case 'monitor-fused':
      return null;
    case 'rest':
      return { lead: 'Probes, not spanners.', says: 'Keep the tips apart: between two posts there is no fuse.' };
    case 'gate':
      return {
        lead: 'No thin wire between them as a resistor.',
        says: 'It would have the whole difference to burn, and nobody watches it for a day.',
      };
    case 'power':
      if (step.filling || step.convertersV.length > 0) return behindIt(step);
      return {
        lead: 'Hand on it.',
        says: 'Open it again at once where it hums, smells, or the meter shows more than it may.',
      };
    case 'roll-call':
      return {
        lead: 'Nothing else may change.',
        says: 'If a charger wakes up or a pump starts, wait, and read “before” again.',
      };
    case 'drop':
      return { lead: 'Live, and loaded.', says: 'One hand. Do not undo a joint that carries current.' };
    case 'full-charge':
      return {
        lead: 'Somebody stays with it.',
        says: 'Lead gives off gas: air and no flame. A battery that grows hot is taken off. The maker’s sheet comes before this page.',
      };
    case 'zero':
    case 'set-full':
      return null;
    case 'sign':
      return {
        lead: 'AC, gas and the array side of a solar controller are not in here.',
        says: 'They are for licensed persons and for their own sheets. Local codes come first.',
      };
  }
}

const CHECK_WORDS: Record<string, string> = {
  jewellery: 'rings, watch and chain are off',
  'spanner-taped': 'one spanner, its shaft taped',
  'gloves-and-glasses': 'glasses, and gloves for lead',
  extinguisher: 'an extinguisher within reach',
  ventilated: 'air moves; no flame, no smoking',
  strands: 'all strands are inside, none cut',
  pull: 'does not give under a hard pull',
  seal: 'shrink sealed to lug and sheath',
  'fuse-near-post': 'its fuse is close to where it begins',
  'fuse-small': 'its fuse is a small one, as the monitor’s sheet says',
  links: 'links and leads are on, as drawn',
  set: 'set to full',
  'shows-full': 'it shows 100 %',
  'as-found': 'what stands in the record is what I saw',
};

/** One line to tick: "W07 on shunt, M8: 10 Nm". */
export function checkText(check: Check, kind: Step['kind'], text: (value: number, unit: Unit) => string): string {
  if (check.nut) {
    const { stud, torqueNm, by } = check.nut;
    return `${check.name}, ${stud ?? 'stud not known'}: ${text(torqueNm, 'Nm')}${by === 'stud' ? ', a placeholder' : ''}`;
  }
  if (check.reads) return `${check.name}: ${check.reads}`;
  const words = CHECK_WORDS[check.id];
  if (words && check.name === '') return words;
  if (kind === 'breakers-off') return `${check.name} is open`;
  if (kind === 'polarity') return `${check.name}: + comes from its fuse`;
  if (kind === 'join') return `${check.name}: its posts are on`;
  return check.name;
}

const FIELD_WORDS: Record<string, string> = {
  restedV: 'volts at its posts',
  restedH: 'rested for',
  tempC: 'it is at',
  gravity: 'gravity of its acid',
  before: 'shown before',
  after: 'shown after',
  shown: 'shown',
  again: 'after zeroing again',
  amps: 'current',
  atPosts: 'across the posts',
  atBar: 'across the bars',
  atEnd: 'across its terminals',
  volts: 'volts',
  counted: 'counted by the meter',
  chargerA: 'charger gives',
};
export const fieldText = (what: string): string => FIELD_WORDS[what] ?? what;

const EXPECTED_WORDS: Record<string, string> = {
  change: 'expected change',
  shown: 'may flow',
  bank: 'bank to bars',
  feeder: 'bars to it and back',
  volts: 'full from this voltage up',
  tail: 'and this current down',
  hours: 'takes about',
};
export const expectedText = (what: string): string => EXPECTED_WORDS[what] ?? what;

/** Readings that can be negative: a phone’s keypad has no minus. */
export const isSigned = (what: string): boolean =>
  ['before', 'after', 'shown', 'again', 'amps', 'restedV'].includes(what);

/** Whether nothing at all may be shown at a step. */
export const isNothing = ({ expected }: Step): boolean =>
  expected.every(({ from, to }) => from.value === 0 && to?.value === 0);

/** What is pressed when every line of a step is as it should be. */
export function allGood(step: Step): string {
  switch (step.kind) {
    case 'crimp':
      return 'Both ends are good';
    case 'torque':
      return step.checks.length === 1
        ? 'It is tight'
        : step.checks.length === 2
          ? 'Both are tight'
          : `All ${step.checks.length} are tight`;
    case 'breakers-off':
      return 'All are open';
    case 'polarity':
    case 'fuses':
      return 'All are right';
    case 'join':
      return 'It is joined';
    case 'set-full':
      return 'It shows full';
    case 'tools':
      return 'I am ready';
    default:
      return 'It is so';
  }
}
