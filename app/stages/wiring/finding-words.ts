import type { NoFuse } from '@core/conductors/choose-fuse';
import { sectionText } from '@core/conductors/section-text';
import { asTyped, formatNumber, quantityText } from '@core/quantity/format';
import type { Figure } from '@core/formula/figure';
import { converterV } from '@core/wiring/converter';
import type { BetterFuse, Fault, Finding } from '@core/wiring/finding';
import { isFree } from '@core/wiring/fuse-sheet';
import { WIRING_LIMITS } from '@core/wiring/limits';
import { isByHand } from '@core/wiring/new-parts';
import { partIdOf } from '@core/wiring/part';
import { through } from '@core/wiring/through';
import type { BornFor } from '@core/wiring/run';
import { dropKey } from '@core/wiring/drops-freed';
import { freed } from '@core/wiring/edit-circuit';
import type { RunFigures } from '@core/wiring/circuit-figures';
import type { WiringFacts } from './wiring-facts';

/** What is wrong, why, and what mends it. */
export interface FindingWords {
  says: string;
  why: string;
  remedy: string;
  /** The figure that it rests on, with its working; null: it rests on what is joined to what. */
  figure: Figure | null;
  /** One press that does it. */
  apply: Press | null;
  /** One that does it for all that are alike. */
  all: Press | null;
}

interface Press {
  says: string;
  run: () => void;
}

const amps = (value: number) => `${formatNumber(value, value < 10 ? 1 : 0)} A`;
const percent = (fraction: number) => `${formatNumber(100 * fraction, 1)} %`;

/** What a run bears a current of, or for how long. */
const BORNE: Record<BornFor, string> = {
  load: 'of its load',
  fuse: 'until its fuse blows',
  others: 'that the other strings feed into its far end until their fuses blow',
  chassis: 'until the fuses blow, should the positive that bears most touch the chassis',
};

/** "218 A of its load, 325 A until its fuse blows" */
function mustBear({ by, wantedA }: Extract<Fault, { code: 'thin' }>, figures: RunFigures | null): string {
  const wanted = (of: BornFor) => `${amps(wantedA)} ${BORNE[of]}`;
  if (by !== 'load' || !figures || figures.bearsFor === 'load') return wanted(by);
  return `${amps(figures.design.value)} ${BORNE.load}, ${wanted(figures.bearsFor)}`;
}

const NO_FUSE: Record<NoFuse, string> = {
  voltage: 'None on the list stands the highest charging voltage.',
  interrupt: 'None on the list can break the short circuit at this place.',
  wire: 'Those that can break the short circuit here are larger than the wire behind may have.',
  size: 'None on the list is large enough.',
};

export function findingWords(finding: Finding, facts: WiringFacts): FindingWords {
  const { on, fault } = finding;
  const id = on ? ('run' in on ? on.run : on.part) : '';
  const run = facts.figuresOf(id)?.run ?? facts.wiring()?.runs.find((one) => one.id === id);
  const name = run ? run.label : facts.nameOf(id);
  return { apply: null, all: null, figure: figureOf(fault, id, facts), ...wordsOf(finding, name, id, facts) };
}

const leadsDiffer = (by: Extract<Fault, { code: 'uneven' }>['by'], facts: WiringFacts): string =>
  by.is === 'length'
    ? `The leads differ: ${facts.length(by.shortestM)} there and back at the shortest, ${facts.length(by.longestM)} at the longest.`
    : `The leads are of one length and differ in section: ${quantityText(by.leastOhm, 'Ohm')} there and back at the least, ${quantityText(by.mostOhm, 'Ohm')} at the most.`;

/** What a finding rests on. */
function figureOf(fault: Fault, id: string, facts: WiringFacts): Figure | null {
  const circuit = facts.circuit();
  const fuse = circuit?.fuses.find(({ part }) => part.id === id);
  switch (fault.code) {
    case 'drop':
      return facts.loopOf(id, fault.gives)?.share ?? null;
    case 'thin':
    case 'beyond-list':
      return facts.figuresOf(id)?.bears ?? null;
    case 'fuse-small':
    case 'not-selective':
      return fuse?.design ?? null;
    case 'fuse-large':
      return fuse?.largest ?? null;
    case 'fuse-volts':
      return fuse?.highest ?? null;
    case 'no-fuse':
    case 'fuse-breaks':
      return fuse?.shortCircuit ?? null;
    case 'uneven':
      return fault.carries;
    case 'rating': {
      const part = facts.parts().get(id);
      return circuit && part ? through(circuit, part) : null;
    }
    default:
      return null;
  }
}

function wordsOf(
  finding: Finding,
  name: string,
  id: string,
  facts: WiringFacts,
): Omit<FindingWords, 'apply' | 'all' | 'figure'> & Partial<FindingWords> {
  const { fault } = finding;
  switch (fault.code) {
    case 'bypass': {
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
    }
    case 'short': {
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
    }
    case 'bridged': {
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
    }
    case 'turned': {
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
    }
    case 'meter-switched':
      return {
        says: `${name} is fed from behind ${facts.nameOf(fault.byId)}`,
        why: 'Opened, that takes its supply away too: most meters forget what they have counted, and nothing is counted until it is closed.',
        ...again(finding, facts),
      };
    case 'no-shunt':
      return {
        says: 'There is no shunt',
        why: 'Nothing is counted: no part of the circuit measures what goes out and comes in.',
        remedy: 'Lay the circuit out again, or put a shunt between the bank’s negative and the negative bar.',
      };
    case 'more-shunts':
      return {
        says: `There are ${fault.count} shunts`,
        why: 'Each counts its own part; the monitor knows of one.',
        remedy: 'Keep the one between the bank’s negative and the bar.',
      };
    case 'astray':
      return {
        says: `${name} leads nowhere`,
        why:
          fault.where === 'same-post'
            ? 'Both of its ends are on the same post.'
            : 'One of its posts is no longer there.',
        remedy: 'Give it two ends, or take it out.',
        apply: { says: `Take ${name} out`, run: () => facts.removeRun(id) },
      };
    case 'unreached':
      return {
        says: `${name} is not joined to the bank`,
        why: `There is no way from a battery to its ${fault.pole === '+' ? 'positive' : 'negative'} post.`,
        ...again(finding, facts),
      };
    case 'not-planned':
      return {
        says: `${name} is no longer in the plan`,
        why: 'It was taken out of the audit or of the sources, or goes by an inverter, since the circuit was laid out: its runs are reckoned without current.',
        ...(isByHand(id)
          ? {
              remedy: 'Take its circuit out.',
              apply: { says: `Take ${name} out`, run: () => facts.takeOutOwn(id) },
            }
          : again(finding, facts)),
      };
    case 'joined-otherwise':
      return {
        says: `${name} is planned otherwise than it is joined`,
        why:
          fault.planned === 'between'
            ? 'By the plan it is a charger between two batteries; here it has no input, and none of what it takes there is reckoned.'
            : 'By the plan a relay joins it to the bank; here there is none, or it has an input of its own.',
        ...again(finding, facts),
      };
    case 'without-part': {
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
    }
    case 'other-voltage':
      return {
        says: `${name} gives ${asTyped(fault.givesV)} V, and not all on it take that`,
        why: `${loadNames(fault.loadIds, facts)}: another voltage is entered under Audit.`,
        ...(isByHand(id)
          ? {
              remedy: 'A converter before it, or a circuit of their own for what takes another voltage.',
              apply: converterBefore(id, facts),
            }
          : again(finding, facts, 'A circuit behind a converter: laid out again they get one.')),
      };
    case 'loads-without-circuit':
      return {
        says: `${fault.loadIds.length} ${fault.loadIds.length === 1 ? 'load has' : 'loads have'} no circuit`,
        why: `${loadNames(fault.loadIds, facts)}: added to the audit after the circuit was laid out.`,
        ...again(finding, facts),
      };
    case 'ac-without-inverter':
      return {
        says: `${fault.loadIds.length} AC ${fault.loadIds.length === 1 ? 'load has' : 'loads have'} no inverter`,
        why: `${loadNames(fault.loadIds, facts)}: the audit reckons with a usual inverter, but the rig has none, so nothing here feeds ${fault.loadIds.length === 1 ? 'it' : 'them'}.`,
        remedy: 'Enter the inverter in the audit, then lay the circuit out again.',
      };
    case 'string-apart':
      return {
        says: `${name} is not joined to the circuit`,
        why: `There is no way from its ${fault.poles.map((pole) => (pole === '+' ? 'positive' : 'negative')).join(' and its ')} post to what the others feed: it gives nothing and is not charged.`,
        ...again(finding, facts),
      };
    case 'string-open':
      return {
        says: `${name}: ${fault.missing === 1 ? 'a link is' : `${fault.missing} links are`} missing`,
        why: 'Its batteries are joined one to the next; what joins them is cut and counted too.',
        ...again(finding, facts),
      };
    case 'uneven': {
      const runs = facts.equalRuns();
      return {
        says: `${fault.name} carries ${percent(fault.carries.value)} where ${percent(fault.fairFraction)} would be fair`,
        why: leadsDiffer(fault.by, facts),
        remedy: runs
          ? `Make all leads as ${fault.by.is === 'length' ? 'long as the longest' : 'thick as the thickest'}.`
          : 'Bring each battery to the bars by leads of one length and section.',
        apply: runs ? { says: 'Make them equal', run: () => facts.change({ runs }, null) } : null,
      };
    }
    case 'cut-otherwise':
      return {
        says: `${name} was cut otherwise`,
        why: `It was cut of ${sectionText(fault.cutMm2)} for ${facts.length(fault.cutForM)}; the circuit has ${sectionText(fault.areaMm2)} and ${facts.length(fault.lengthM)}.`,
        remedy: 'Cut a new one; where what lies there will do, give it back its section and length.',
        apply: { says: 'Clear its boxes: it is cut anew', run: () => facts.changeRun(id, { done: [], cut: null }) },
      };
    case 'off-list':
      return {
        says: `${name}: ${formatNumber(fault.areaMm2, 2)} mm² is on no list`,
        why: 'Its ampacity is not tabled, so it cannot be judged by it.',
        remedy: 'Take the next section of the list.',
        apply: { says: 'Let the rules choose', run: () => facts.changeRun(id, { areaMm2: null }) },
      };
    case 'thin':
      return {
        says: `${name} is too thin`,
        why: `It carries ${amps(fault.carriesA)} where it lies, and must bear ${mustBear(fault, facts.figuresOf(id))}.`,
        remedy:
          fault.enoughMm2 === null
            ? 'No section of the list suffices: a smaller fuse, or cables side by side.'
            : `${sectionText(fault.enoughMm2)} suffices.`,
        apply: { says: 'Let the rules choose', run: () => facts.changeRun(id, { areaMm2: null }) },
      };
    case 'drop': {
      const loop = facts.loopOf(id, fault.gives);
      const typed = facts.typedOnWay(id, fault.gives);
      return {
        says: `${loop?.demand.says ?? name}: ${percent(fault.fraction)} of the voltage is lost on the way`,
        why: `${fault.gives ? 'With all sources at their most and nothing drawn' : 'With all consumers at their most'}, from the bank and back; ${percent(fault.mostFraction)} are allowed for it.`,
        ...(fault.listEnds
          ? {
              remedy:
                'Even the thickest of the list lose too much: shorten the way, lay cables side by side on it, raise the system’s voltage, or allow more to be lost.',
            }
          : {
              remedy: 'Thicker or shorter runs on its way.',
              apply: facts.dropsFreed().has(dropKey(id, fault.gives)) ? null : freePress(typed, facts),
            }),
      };
    }
    case 'beyond-list':
      return { says: `${name}: no section of the list suffices`, ...beyondWords(fault, id, facts) };
    case 'bare':
      return {
        says: `${name} is not protected near the bank`,
        why: `${facts.length(fault.bareM)} of positive cable without a fuse; ${facts.length(fault.mostM)} are allowed.`,
        remedy: 'Put the fuse at the battery’s post, or shorten the cable before it.',
      };
    case 'no-fuse':
      if (isChosenByHand(id, facts))
        return {
          says: `${name}: its family has none so large`,
          why: 'It is at least 1.25 × what it carries, and larger than what lies behind it.',
          remedy: 'Another family, or as the rules choose.',
          apply: byRule(id, facts),
        };
      return {
        says: `${name}: no fuse of the list will do`,
        why: NO_FUSE[fault.why],
        remedy: 'A longer or thinner lead before it, or another family by its maker’s sheet.',
        apply: offSheetPress(id, facts),
      };
    case 'fuse-small':
      return {
        says: `${name}: ${amps(fault.ratingA)} are less than its load`,
        why: `It carries ${amps(fault.wantedA / 1.25)}; a fuse is at least 1.25 × that.`,
        remedy: betterWords(fault.better, id, facts),
        apply: betterPress(fault.better, id, facts),
      };
    case 'fuse-large':
      return {
        says: `${name}: ${amps(fault.ratingA)} are more than the wire carries`,
        why: `The thinnest wire behind it carries ${amps(fault.carriesA)}: it would burn before the fuse blows.`,
        ...largeWords(fault, id, facts),
      };
    case 'fuse-unlisted':
      return {
        says: `${name}: no family of the list has ${amps(fault.ratingA)}`,
        why: `${fault.family ? `“${fault.family}” is not on it with that size` : 'It is none of their sizes'}: what it can break, and at what voltage, is not known here.`,
        remedy: 'Judge it by its maker’s sheet, or let the rules choose.',
        apply: byRule(id, facts),
      };
    case 'fuse-breaks':
      return {
        says: `${name} cannot break the short circuit at its place`,
        why: `${amps(fault.shortCircuitA)} at its own terminals; ${ofOwnSheet(id, facts) ? 'its sheet says' : 'its family breaks'} ${amps(fault.breaksA)}.`,
        remedy: betterWords(fault.better, id, facts),
        apply: betterPress(fault.better, id, facts),
      };
    case 'fuse-volts':
      return {
        says: `${name} does not stand the voltage`,
        why: `Up to ${formatNumber(fault.highestV, 1)} V while charging; ${ofOwnSheet(id, facts) ? 'its sheet says' : 'its family is for'} ${formatNumber(fault.voltsMax, 0)} V.`,
        remedy: betterWords(fault.better, id, facts),
        apply: betterPress(fault.better, id, facts),
      };
    case 'not-selective':
      return {
        says: `${name} may blow before the fuse behind it`,
        why: `${amps(fault.ratingA)}, and ${amps(fault.behindA)} at ${facts.nameOf(fault.behindId).toLowerCase()}: at least ${formatNumber(fault.ratio, 1)} × that are wanted.`,
        remedy: 'A smaller fuse behind, or a larger one here where a wire bears it. As it is, both may blow at once.',
      };
    case 'rating':
      return {
        says: `${name} is rated for less than it carries`,
        why: `${amps(fault.designA)} at once; it is rated for ${amps(fault.ratingA)}.`,
        remedy: 'A larger one, or fewer consumers on it.',
      };
    case 'lugs':
      return {
        says: `${name}: ${fault.count} lugs on one post`,
        why: `It takes ${fault.most}. Each more lies higher on the stud, and less firmly.`,
        remedy: 'A bus bar.',
      };
    case 'stud':
      return {
        says: `${name}: a lug for ${fault.lug} on a stud of ${fault.stud}`,
        why: `At ${fault.onPart}. ${fault.lug} does not go over it, or does not lie on it.`,
        remedy: `A lug for ${fault.stud}; or a bar between, which adds a joint of about 0.1 mΩ.`,
        apply: {
          says: `Take a lug for ${fault.stud}`,
          run: () => facts.changeRun(id, fault.end === 'from' ? { fromLug: null } : { toLug: null }),
        },
      };
  }
}

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

/** Why even the thickest will not do, and what would: a fuse of its own where a positive begins, or at the end that others feed; or more cables. */
function beyondWords(
  fault: Extract<Fault, { code: 'beyond-list' }>,
  id: string,
  facts: WiringFacts,
): Pick<FindingWords, 'why' | 'remedy' | 'apply'> & Partial<FindingWords> {
  const { by, carriesA, wantedA } = fault;
  const conductors = facts.figuresOf(id)?.run.conductors ?? 1;
  const thickest = `the thickest carries ${amps(carriesA)} where it lies${conductors > 1 ? `, ${conductors} side by side` : ''}`;
  const mends = facts.mendsByFuse(id, fault);
  if (by === 'others')
    return {
      why: `The other strings feed up to ${amps(wantedA)} into its far end before their fuses blow; ${thickest}.`,
      remedy: mends
        ? 'A fuse at that end too.'
        : 'A fuse at the far end of its string’s positive lead, or cables side by side.',
      apply: mends ? { says: 'Put a fuse there', run: () => facts.putInto(id, 'fuse') } : null,
    };
  const why = {
    load: `It must carry ${amps(wantedA)}; ${thickest}.`,
    fuse: `The fuses before it let ${amps(wantedA)} through; ${thickest}.`,
    chassis: `A positive that touches the chassis sends ${amps(wantedA)} through it before its fuses blow; ${thickest}.`,
  }[by];
  if (mends)
    return {
      why,
      remedy: 'A fuse of its own where it begins; or cables side by side.',
      apply: { says: 'Put a fuse there', run: () => facts.putInto(id, 'fuse') },
    };
  const all = facts.wantSideBySide();
  const enough = all.get(id);
  const other = {
    load: 'raise the system’s voltage',
    fuse: 'a smaller fuse before it',
    chassis: 'a smaller fuse before that positive',
  }[by];
  return {
    why,
    remedy:
      enough !== undefined
        ? `${enough} cables side by side, alike and on the same studs (many codes allow it of thick ones only); or ${other}.`
        : `More than ${WIRING_LIMITS.conductorsCount.max} cables side by side: ${other}.`,
    apply:
      enough !== undefined ? { says: `Lay ${enough} side by side`, run: () => facts.laySideBySide(id, enough) } : null,
    all:
      enough !== undefined && all.size > 1
        ? { says: `Lay all ${all.size} such runs side by side`, run: () => facts.layAllSideBySide(all) }
        : null,
  };
}

/** A smaller fuse; where the load has none that is smaller, the wires that a hand chose too thin. */
function largeWords(
  { ratingA, better, listEnds }: Extract<Fault, { code: 'fuse-large' }>,
  id: string,
  facts: WiringFacts,
): Pick<FindingWords, 'remedy' | 'apply'> {
  const byHand = isSizedByHand(id, facts);
  if (better !== null || (!listEnds && byHand))
    return { remedy: betterWords(better, id, facts), apply: betterPress(better, id, facts) };
  if (listEnds)
    return {
      remedy: 'No section of the list bears it: cables side by side on its runs, or a higher voltage.',
      apply: null,
    };
  const thin = (facts.circuit()?.runs ?? []).flatMap(({ run, ampacityA, guard }) =>
    run.areaMm2 !== null && (ampacityA ?? 0) < ratingA && guard?.fuses.some((one) => one.id === id) ? [run.id] : [],
  );
  return {
    remedy: 'It is as small as its load allows: thicker wires behind it.',
    apply: freePress(new Set(thin), facts),
  };
}

/** Whether all wires at a fuse are as the rules choose them: then they follow it. */
const followsFuse = (id: string, facts: WiringFacts): boolean =>
  (facts.wiring()?.runs ?? []).every(
    ({ from, to, areaMm2 }) => areaMm2 === null || ![partIdOf(from), partIdOf(to)].includes(id),
  );

function betterWords(better: BetterFuse, id: string, facts: WiringFacts): string {
  if (better === null)
    return followsFuse(id, facts)
      ? 'None on the list fits the wire that goes with this size: let the rules choose both.'
      : 'None on the list fits: change the wire first.';
  if (better === 'of-sheet') return 'One of this size that stands and breaks that, by its maker’s sheet.';
  return `${amps(better.ratingA)}, ${better.family}.`;
}

/** A fuse of a family that is not on the list, of which its own sheet says what it stands and breaks. */
const offSheetPress = (id: string, facts: WiringFacts): Press | null =>
  facts.circuit()?.fuses.find(({ part }) => part.id === id)?.offSheetA
    ? { says: 'Take one by its own sheet', run: () => facts.takeOffSheet([id]) }
    : null;

const ofOwnSheet = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && part.sheet !== null;
};

/** Whether a hand chose how large a fuse is. */
const isSizedByHand = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && part.ratingA !== null;
};

/** Whether a hand chose what kind of fuse it is. */
const isChosenByHand = (id: string, facts: WiringFacts): boolean => {
  const part = facts.parts().get(id);
  return part?.kind === 'fuse' && !isFree(part);
};

/** Its own sheet is asked for what the place wants; a named family that does not do is dropped. */
const ofSheetPress = (id: string, facts: WiringFacts): Press | null =>
  ofOwnSheet(id, facts)
    ? { says: 'Ask for one that does', run: () => facts.takeOffSheet([id]) }
    : { says: 'Leave its family to its sheet', run: () => facts.changeFuse(id, { family: null }) };

/** The rules choose what a hand chose of these runs; null where there is none. */
const freePress = (typed: ReadonlySet<string>, facts: WiringFacts): Press | null =>
  typed.size === 0
    ? null
    : {
        says: 'Let the rules choose their sections',
        run: () => facts.change({ runs: freed(facts.wiring()?.runs ?? [], typed) }, null),
      };

const byRule = (id: string, facts: WiringFacts): Press | null => ({
  says: 'Let the rules choose',
  run: () => facts.changeFuse(id, { ratingA: null, family: null, sheet: null }),
});

function betterPress(better: BetterFuse, id: string, facts: WiringFacts): Press | null {
  if (better === null) return followsFuse(id, facts) ? byRule(id, facts) : null;
  if (better === 'of-sheet') return ofSheetPress(id, facts);
  return {
    says: `Take ${amps(better.ratingA)}, ${better.family}`,
    run: () => facts.changeFuse(id, { ratingA: better.ratingA, family: better.family, sheet: null }),
  };
}
