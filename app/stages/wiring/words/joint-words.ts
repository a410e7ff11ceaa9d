import { asTyped } from '@core/quantity/format';
import { converterV } from '@core/wiring/converter';
import type { Finding } from '@core/wiring/finding';
import { isByHand } from '@core/wiring/new-parts';
import { partIdOf } from '@core/wiring/part';
import type { WiringFacts } from '../wiring-facts';
import type { FindingWords, Press, WordsOf } from './words';

/** Of what is joined to what, and of what the plan asks for besides. */
export const JOINT_WORDS: WordsOf<
  | 'bypass'
  | 'short'
  | 'bridged'
  | 'turned'
  | 'meter-switched'
  | 'no-shunt'
  | 'more-shunts'
  | 'astray'
  | 'unreached'
  | 'not-planned'
  | 'joined-otherwise'
  | 'without-part'
  | 'other-voltage'
  | 'loads-without-circuit'
  | 'ac-without-inverter'
  | 'string-apart'
  | 'string-open'
> = {
  bypass: (fault, { name, facts }) => {
    const over = fault.overIds.map((one) => facts.nameOf(one).toLowerCase());
    const { move } = fault;
    const label = facts.wiring()?.runs.find((one) => one.id === move?.runId)?.label ?? '';
    const aim = `Move the end of ${label} to ${move ? countedAt(move.to, facts) : ''}`;
    return {
      says: `${name}: its current comes back beside the shunt`,
      why: `From ${name} − to the bank’s negative without passing the shunt: ${fault.runLabels.join(', ')}${over.length > 0 ? `, over ${over.join(' and ')}` : ''}. What it draws or gives is never counted.`,
      remedy: move ? `${aim}.` : 'Bring it to the system side of the shunt.',
      apply: move
        ? {
            says: aim,
            run: () => facts.bringTo(move.runId, move),
          }
        : null,
    };
  },
  short: (_, { finding, name, id, facts }) => {
    const run = facts.wiring()?.runs.find((one) => one.id === id);
    const back = again(finding, facts);
    return {
      says: `${name} is a short circuit`,
      why: `It joins ${facts.postName(run?.from ?? '')} to ${facts.postName(run?.to ?? '')}, and a battery lies between the two: all that this can give flows until a fuse blows, or the cable burns.`,
      ...(back.apply
        ? back
        : {
            remedy: 'Move its end to where it belongs, or take it out.',
            apply: { says: `Take ${name} out`, run: () => facts.removeRun(id) },
          }),
    };
  },
  bridged: (fault, { finding, name, id, facts }) => {
    const { byHandId } = fault;
    const own = facts.wiring()?.runs.find((one) => one.id === byHandId);
    return {
      says: `${name} is bridged`,
      why: `Plus leads around it over ${listed(fault.runLabels)}: ${facts.parts().get(id)?.kind === 'fuse' ? 'it protects nothing' : 'it cuts nothing off'}.`,
      ...(own
        ? {
            remedy: `Take ${own.label} out, or bring it to where what it feeds is cut off too.`,
            apply: { says: `Take ${own.label} out`, run: () => facts.removeRun(own.id) },
          }
        : again(finding, facts)),
    };
  },
  turned: (_, { finding, name, id, facts }) => {
    const kind = facts.parts().get(id)?.kind;
    if (kind === 'shunt')
      return {
        says: `${name} lies the wrong way round`,
        why: 'Its system side leads to the bank: what goes out would be counted as coming in.',
        remedy: 'Change its two sides over.',
        apply: { says: 'Change them over', run: () => facts.changeOver(id) },
      };
    if (kind === 'chassis')
      return {
        says: `${name} lies on plus`,
        why: 'Every negative that touches it is a short circuit then, and so is the engine’s own battery.',
        ...again(finding, facts),
      };
    return {
      says: `${name} is joined the wrong way round`,
      why: 'Plus comes to its negative post and minus to its positive one: most devices do not survive that.',
      remedy: 'Change its two ends over, before anything is switched on.',
      apply: { says: 'Change them over', run: () => facts.changeOver(id) },
    };
  },
  'meter-switched': (fault, { finding, name, facts }) => ({
    says: `${name} is fed from behind ${facts.nameOf(fault.byId)}`,
    why: 'Opened, that takes its supply away too: most meters forget what they have counted, and nothing is counted until it is closed.',
    ...again(finding, facts),
  }),
  'no-shunt': () => ({
    says: 'There is no shunt',
    why: 'Nothing is counted: no part of the circuit measures what goes out and comes in.',
    remedy: 'Lay the circuit out again, or put a shunt between the bank’s negative and the negative bar.',
  }),
  'more-shunts': (fault) => ({
    says: `There are ${fault.count} shunts`,
    why: 'Each counts its own part; the monitor knows of one.',
    remedy: 'Keep the one between the bank’s negative and the bar.',
  }),
  astray: (fault, { name, id, facts }) => ({
    says: `${name} leads nowhere`,
    why:
      fault.where === 'same-post' ? 'Both of its ends are on the same post.' : 'One of its posts is no longer there.',
    remedy: 'Give it two ends, or take it out.',
    apply: { says: `Take ${name} out`, run: () => facts.removeRun(id) },
  }),
  unreached: (fault, { finding, name, facts }) => ({
    says: `${name} is not joined to the bank`,
    why: `There is no way from a battery to its ${fault.pole === '+' ? 'positive' : 'negative'} post.`,
    ...again(finding, facts),
  }),
  'not-planned': (_, { finding, name, id, facts }) => ({
    says: `${name} is no longer in the plan`,
    why: 'It was taken out of the audit or of the sources, or goes by an inverter, since the circuit was laid out: its runs are reckoned without current.',
    ...(isByHand(id)
      ? {
          remedy: 'Take its circuit out.',
          apply: { says: `Take ${name} out`, run: () => facts.takeOutOwn(id) },
        }
      : again(finding, facts)),
  }),
  'joined-otherwise': (fault, { finding, name, facts }) => ({
    says: `${name} is planned otherwise than it is joined`,
    why:
      fault.planned === 'between'
        ? 'By the plan it is a charger between two batteries; here it has no input, and none of what it takes there is reckoned.'
        : 'By the plan a relay joins it to the bank; here there is none, or it has an input of its own.',
    ...again(finding, facts),
  }),
  'without-part': (fault, { finding, facts }) => {
    const { inverters, charging } = facts.rig() ?? { inverters: [], charging: { sources: [] } };
    const names = [
      ...fault.inverterIds.map((one) => nameIn(inverters, one, 'an inverter')),
      ...fault.sourceIds.map((one) => nameIn(charging.sources, one, 'a charger')),
    ];
    return {
      says: `${listed(names)} ${names.length === 1 ? 'is' : 'are'} not in the circuit`,
      why: 'Planned after the circuit was laid out: neither currents nor fuses nor the way of the negatives are reckoned with it.',
      ...again(finding, facts),
    };
  },
  'other-voltage': (fault, { finding, name, id, facts }) => ({
    says: `${name} gives ${asTyped(fault.givesV)} V, and not all on it take that`,
    why: `${loadNames(fault.loadIds, facts)}: another voltage is entered under Audit.`,
    ...(isByHand(id)
      ? {
          remedy: 'A converter before it, or a circuit of their own for what takes another voltage.',
          apply: converterBefore(id, facts),
        }
      : again(finding, facts, 'A circuit behind a converter: laid out again they get one.')),
  }),
  'loads-without-circuit': (fault, { finding, facts }) => ({
    says: `${fault.loadIds.length} ${fault.loadIds.length === 1 ? 'load has' : 'loads have'} no circuit`,
    why: `${loadNames(fault.loadIds, facts)}: added to the audit after the circuit was laid out.`,
    ...again(finding, facts),
  }),
  'ac-without-inverter': (fault, { facts }) => ({
    says: `${fault.loadIds.length} AC ${fault.loadIds.length === 1 ? 'load has' : 'loads have'} no inverter`,
    why: `${loadNames(fault.loadIds, facts)}: the audit reckons with a usual inverter, but the rig has none, so nothing here feeds ${fault.loadIds.length === 1 ? 'it' : 'them'}.`,
    remedy: 'Enter the inverter in the audit, then lay the circuit out again.',
  }),
  'string-apart': (fault, { finding, name, facts }) => ({
    says: `${name} is not joined to the circuit`,
    why: `There is no way from its ${fault.poles.map((pole) => (pole === '+' ? 'positive' : 'negative')).join(' and its ')} post to what the others feed: it gives nothing and is not charged.`,
    ...again(finding, facts),
  }),
  'string-open': (fault, { finding, name, facts }) => ({
    says: `${name}: ${fault.missing === 1 ? 'a link is' : `${fault.missing} links are`} missing`,
    why: 'Its batteries are joined one to the next; what joins them is cut and counted too.',
    ...again(finding, facts),
  }),
};

/** What was found to mend what is no longer joined as it is planned: the gentlest way of laying it out again. @param laidOut  what the usual way does */
function again(
  finding: Finding,
  facts: WiringFacts,
  laidOut = 'Lay the circuit out again: what was measured is kept.',
): Pick<FindingWords, 'remedy' | 'apply'> {
  const way = facts.laidAgainWithout(finding);
  if (!way) return { remedy: 'Laid out again it stays so: join it by runs, or take it out.', apply: null };
  const run = () => facts.layAgain(way);
  const labels = listed(way.movedBack.map(({ label }) => label));
  switch (way.is) {
    case 'again':
      return { remedy: laidOut, apply: { says: 'Lay it out again', run } };
    case 'ends':
      return {
        remedy: `A hand moved ${labels}: back to where ${way.movedBack.length === 1 ? 'it was' : 'they were'} laid out.`,
        apply: { says: `Move ${labels} back`, run },
      };
    case 'all':
      return {
        remedy: 'A hand took it out: propose all of it again, or join it by a run.',
        apply: { says: 'Propose all of it again', run },
      };
  }
}

/** Where a negative goes so that it is counted. */
function countedAt(post: string, facts: WiringFacts): string {
  const part = facts.parts().get(partIdOf(post));
  return part?.kind === 'shunt' ? 'the bank’s side of the shunt' : `the ${(part?.name ?? '').toLowerCase()}`;
}

const nameIn = (all: readonly { id: string; name: string }[], id: string, unnamed: string): string =>
  all.find((one) => one.id === id)?.name || unnamed;
const loadNames = (ids: readonly string[], facts: WiringFacts): string =>
  ids.map((id) => nameIn(facts.rig()?.loads ?? [], id, 'an unnamed load')).join(', ');
const listed = (names: readonly string[]): string =>
  [names.slice(0, -1).join(', '), names.at(-1)].filter(Boolean).join(' and ');

/** A converter before a circuit, or none, where all on it take one voltage. */
function converterBefore(id: string, facts: WiringFacts): Press | null {
  const part = facts.wiring()?.parts.find((one) => one.id === id);
  const { loads = [], bank = null, chemistryEdits = {} } = facts.rig() ?? {};
  if (part?.kind !== 'loads' || !bank) return null;
  const taken = new Set(
    loads.flatMap((load) => (part.loadIds.includes(load.id) ? [converterV(load, { bank, chemistryEdits })] : [])),
  );
  const [one, ...others] = taken;
  if (one === undefined || others.length > 0) return null;
  return {
    says: one === null ? 'Take the converter away' : `Put a converter to ${asTyped(one)} V before it`,
    run: () =>
      facts.changePart(id, (part) => (part.kind === 'loads' ? { ...part, converterV: one } : part), 'converterV'),
  };
}
