import type { StepContext } from '@core/commissioning/context';
import type { Judgement, RestDoubt } from '@core/commissioning/judge';
import type { RollCause } from '@core/commissioning/roll-call/item';
import { timesReadFigure } from '@core/commissioning/roll-call/likelihood';
import type { GateFault } from '@core/commissioning/gate';
import type { Step, StepOf } from '@core/commissioning/step';
import { formatNumber } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';
import type { Answer, AnswerRow } from './answer';
import { inSentence, isNothing } from './step-words';

/** A stored value as it is shown, with its unit. */
type Text = (value: number, unit: Unit) => string;

/** What a judgement says; null while something of it is still missing. */
export function answerOf(step: Step, judgement: Judgement, context: StepContext, text: Text): Answer | null {
  switch (judgement.kind) {
    case 'ticked':
      return null;
    case 'rest':
      return judgement.doubt && step.kind === 'rest' ? restAnswer(judgement.doubt, step, text) : null;
    case 'gate':
      return gateAnswer(judgement, context, text);
    case 'power':
      return step.kind === 'power' && judgement.outcome === 'fail' ? powerAnswer(step, judgement.bySource) : null;
    case 'zero':
      return zeroAnswer(judgement);
    case 'roll-call':
      return step.kind === 'roll-call' ? rollCallAnswer(step, judgement, context, text) : null;
    case 'drop':
      return dropAnswer(judgement);
    case 'full-charge':
      return fullAnswer(judgement);
  }
}

const BAD = { tone: 'bad', rows: [], others: [], actions: [] } as const;
const GOOD = { tone: 'good', rows: [], others: [], actions: [] } as const;

function powerAnswer(step: StepOf<'power'>, bySource: boolean): Answer {
  const name = inSentence(step.name);
  if (bySource)
    return {
      ...BAD,
      headline: step.away.names.length === 1 ? 'A source has come on.' : 'A source may have come on.',
      says: `${step.away.names.join(', ')}: closed before, and to stay away for now. Cover it, unplug it or stop its engine, and read again: what it gives hides what the ${name} lets through.`,
    };
  if (isNothing(step))
    return {
      ...BAD,
      headline: 'Something flows that should not.',
      says: `Behind the ${name} the way is still open: nothing can draw or feed yet. Open it again and read the meter. Where it shows the same, its zero is off, and is set after these; where not, a cable leads past a breaker, or one is closed that should be open.`,
    };
  return {
    ...BAD,
    headline: 'More flows than may.',
    says: `Open the ${name} again. Something behind it draws or feeds that is not in the plan, or is joined wrongly; or a source that was to stay away has come on.`,
  };
}

function restAnswer(doubt: RestDoubt, { nominalV }: StepOf<'rest'>, text: Text): Answer {
  const words: Record<RestDoubt, Pick<Answer, 'headline' | 'says'>> = {
    negative: {
      headline: 'The sign is negative.',
      says: 'Either the probes are the other way round, or the posts are: look at red and + before anything is joined.',
    },
    'other-system': {
      headline: `That is no battery of ${text(nominalV, 'V')}.`,
      says: 'Is it another battery, another range of the meter, or only half of the string? Measure again.',
    },
    'beyond-the-battery': {
      headline: 'No resting battery stands so high.',
      says: 'Is a charger still on it, or has it only just been taken off? Wait, and measure again.',
    },
    'deeply-empty': {
      headline: 'It is emptier than it should ever be.',
      says: 'Do not join it and do not force a charge into it: its maker’s sheet says whether it can be woken, and how.',
    },
  };
  return { ...BAD, ...words[doubt] };
}

const gateWords = (
  fault: GateFault,
  nameOf: (stringAt: number) => string,
  text: Text,
): Pick<Answer, 'headline' | 'says'> => {
  switch (fault.code) {
    case 'not-measured':
      return {
        headline: `${fault.count === 1 ? 'One battery is' : `${fault.count} batteries are`} still to be measured.`,
        says: 'What was measured before a charge, or before the bank was changed, does not count.',
      };
    case 'not-rested':
      return {
        headline: `${nameOf(fault.stringAt)} has not rested.`,
        says: `It says by its volts what it holds only after ${text(fault.leastH, 'H')} without current; it has had ${text(fault.hours, 'H')}.`,
      };
    case 'apart-in-time':
      return {
        headline: 'They were measured on different days.',
        says: `${text(fault.hours, 'H')} lie between the first and the last. Measure them one after another.`,
      };
    case 'too-cold':
      return {
        headline: `${nameOf(fault.stringAt)} is too cold.`,
        says: `At ${text(fault.tempC, 'TempC')} it may not be charged, and the moment of joining charges it. Warm it to ${text(fault.leastC, 'TempC')}.`,
      };
    case 'uneven-string':
      return {
        headline: `Batteries of ${inSentence(nameOf(fault.stringAt))} do not stand alike.`,
        says: `They may differ by ${text(fault.mostV, 'V')}. Charge each alone until it is full, let it rest, measure again.`,
      };
    case 'too-much':
      return {
        headline: 'These must not be joined yet.',
        says: `${nameOf(fault.into)} would get more than may flow. Charge the lower one alone with a charger that limits its current; then both rest, and are measured again.`,
      };
    case 'uneven-strings':
      return {
        headline: 'These must not be joined yet.',
        says: `Lead is joined at equal volts: within ${text(fault.mostV, 'V')}. Charge the lower one alone until it is full, then both rest.`,
      };
    case 'uneven-gravity':
      return {
        headline: 'Their acid does not stand alike.',
        says: `Within ${formatNumber(fault.most, 3)}, and they are ${formatNumber(fault.spread, 3)} apart. A cell that stays low has to be charged, or replaced.`,
      };
  }
};

function gateAnswer({ gate }: Extract<Judgement, { kind: 'gate' }>, { circuit }: StepContext, text: Text): Answer {
  const nameOf = (k: number) => circuit.strings[k]?.name ?? 'one';
  const rows: AnswerRow[] = [
    ...gate.stringV.map((value, k): AnswerRow => ({
      says: nameOf(k),
      ...(value === null ? {} : { reading: { value, unit: 'V' as const } }),
    })),
    ...(gate.first
      ? [
          { says: 'first current', figure: gate.first.current, strong: true },
          { says: 'may flow', figure: gate.first.limit },
        ]
      : []),
  ];
  const [first, ...more] = gate.faults;
  if (!first)
    return {
      ...GOOD,
      rows,
      headline: circuit.strings.length > 1 ? 'They may be joined.' : 'The string stands alike.',
      says: gate.first ? 'What flows at the first instant, every one of them bears.' : '',
    };
  return {
    ...BAD,
    rows: [
      ...rows,
      ...gate.faults.flatMap((fault): AnswerRow[] =>
        'spread' in fault && typeof fault.spread === 'object'
          ? [{ says: 'apart by', figure: fault.spread, strong: true }]
          : [],
      ),
    ],
    ...gateWords(first, nameOf, text),
    others: more.map((fault) => ({ says: gateWords(fault, nameOf, text).headline, likely: null })),
  };
}

function zeroAnswer({ zero, outcome }: Extract<Judgement, { kind: 'zero' }>): Answer | null {
  if (!zero) return null;
  const rows: AnswerRow[] = [{ says: 'counted wrongly', figure: zero.adrift, strong: true }];
  if (outcome === 'pass')
    return { ...GOOD, rows, headline: zero.zeroed ? 'Zeroed: nothing is left.' : 'It shows nothing.', says: '' };
  return {
    ...BAD,
    rows,
    headline: zero.zeroed ? 'It does not stay at zero.' : 'It counts where nothing flows.',
    says: zero.zeroed
      ? 'Then something does flow: a lead on the system side that no switch opens. Take that off, or clamp the negative, and read again.'
      : 'Set its zero again, with everything off, and enter what it shows then.',
  };
}

const CAUSE_WORDS: Record<RollCause, (name: string) => string> = {
  reads: () => 'it reads as it should',
  bypass: () => 'its negative passes the shunt by',
  idle: () => 'it was not running',
  'plan-wrong': () => 'its nameplate, or the plan, is wrong',
  'other-switched': () => 'something else came on or went off',
  'base-drifts': () => 'what flows besides wanders',
  'wrong-sign': () => 'it reads the wrong way round',
  'below-resolution': () => 'below what the meter shows',
  'shunt-reversed': () => 'the shunt is the wrong way round',
  'shunt-rating': () => 'the meter is set to another shunt',
  'shunt-unseen': () => 'the meter does not see the shunt',
};

const SHOWN_FROM = 0.01;

function rollCallAnswer(
  step: StepOf<'roll-call'>,
  { causes, change, verdict, outcome }: Extract<Judgement, { kind: 'roll-call' }>,
  context: StepContext,
  text: Text,
): Answer | null {
  const [first, ...more] = causes;
  if (!first || change === null) return null;
  const changeA = change.value;
  const { shunt } = verdict;
  const rows: AnswerRow[] = [
    { says: 'change', figure: change, signed: true, strong: true },
    ...(outcome !== 'pass' && first.cause === 'shunt-rating' && shunt
      ? [{ says: 'shown, of what flows', figure: timesReadFigure(shunt, verdict.items.size) }]
      : []),
  ];
  const others = more
    .filter(({ probability }) => probability >= SHOWN_FROM)
    .slice(0, 4)
    .map(({ cause, figure }) => ({ says: CAUSE_WORDS[cause](step.name), likely: figure }));
  if (outcome === 'pass') return { ...GOOD, rows, others: [], headline: 'It reads.', says: beyondText(step, changeA) };
  const run = context.circuit.runs.find((one) => one.run.id === step.negativeRunId)?.run;
  const restRead = [...verdict.items].filter(([id, item]) => id !== step.item.id && item.causes[0]?.cause === 'reads');
  const words = rollCallWords(step, first.cause, {
    changeText: text(Math.abs(changeA), 'A'),
    draws: changeA < 0,
    isLess: Math.abs(changeA) < Math.min(Math.abs(step.item.fromA), Math.abs(step.item.toA)),
    verdict,
    where: run
      ? { label: run.label, ends: `${context.names.ofPost(run.from)} to ${context.names.ofPost(run.to)}` }
      : null,
    readRight: restRead.length,
    drawnBeside: context.circuit.bypasses.some(({ partId }) => partId === step.item.circuitId),
  });
  return { ...BAD, tone: outcome === 'ask' ? 'open' : 'bad', rows, others, ...words };
}

/** A little more or less than was expected reads all the same. */
function beyondText({ item }: StepOf<'roll-call'>, changeA: number): string {
  if (changeA >= item.fromA && changeA <= item.toA) return '';
  const isMore = Math.abs(changeA) > Math.max(Math.abs(item.fromA), Math.abs(item.toA));
  return `A little ${isMore ? 'more' : 'less'} than expected, and no reason to doubt it.`;
}

function rollCallWords(
  step: StepOf<'roll-call'>,
  cause: RollCause,
  facts: {
    changeText: string;
    draws: boolean;
    /** It changes the count by less than the least that was expected. */
    isLess: boolean;
    verdict: Extract<Judgement, { kind: 'roll-call' }>['verdict'];
    where: { label: string; ends: string } | null;
    readRight: number;
    /** The circuit has it beside the shunt already. */
    drawnBeside: boolean;
  },
): Pick<Answer, 'headline' | 'says' | 'actions'> {
  const { where, verdict, readRight, changeText, draws } = facts;
  const adopt = { id: 'adopt', says: 'Take what was measured into the audit' } as const;
  switch (cause) {
    case 'bypass':
      return {
        headline: 'Its negative passes the shunt by.',
        says: `${readRight > 0 ? 'Others read right, so shunt and settings are not to blame. ' : ''}${where ? `Look at ${where.label}, ${where.ends}${facts.drawnBeside ? ', as it is drawn: it belongs on the system side' : ': where does it really end'}${facts.drawnBeside ? '.' : '?'}` : 'Follow its negative to where it lands.'}`,
        actions: [
          facts.drawnBeside
            ? { id: 'moved', says: 'Moved, and tight: draw it so' }
            : { id: 'register', says: 'Enter it among the negatives' },
        ],
      };
    case 'idle':
      return { headline: 'It was probably not running.', says: 'See that it runs, and read again.', actions: [] };
    case 'plan-wrong':
      return {
        headline: `It ${draws ? 'draws' : 'gives'} ${changeText}, not what the plan says.`,
        says: `${readRight > 0 ? 'Others read right. ' : ''}If it ran as usual, then its plate or the plan is wrong.${facts.isLess ? ' Or part of it comes back past the shunt, over the chassis: clamp its positive lead. If the clamp reads more than the monitor, look for a case or a bond that is joined to the bank’s side.' : ''}`,
        actions: 'load' in step.about ? [adopt] : [],
      };
    case 'other-switched':
      return {
        headline: 'Something else came on, or went off.',
        says: 'The change is that of two things together. Wait until it is calm, and read both again.',
        actions: [],
      };
    case 'base-drifts':
      return {
        headline: 'Too much wanders besides.',
        says: 'What flows already drifts by more than this draws. Switch the large ones off, and read both again.',
        actions: [],
      };
    case 'wrong-sign':
      return {
        headline: 'It reads the wrong way round.',
        says: 'Did a sign get lost, or did a charger wake up meanwhile?',
        actions: [{ id: 'both-negative', says: 'Both readings were negative' }],
      };
    case 'below-resolution':
      return {
        headline: 'Too small for this meter.',
        says: 'So small a change cannot be told from none by the steps of this meter, or while so much else flows. Read it with less on, or clamp it.',
        actions: [],
      };
    case 'shunt-reversed':
      return {
        headline: 'The shunt is the wrong way round.',
        says: `Loads count up and sources down${readRight > 0 ? '' : ', as far as was read'}. Its bank side must face the bank: swap its leads, or its two sense wires.`,
        actions: [
          { id: 'shunt-mended', says: 'It is mended: read all again' },
          { id: 'both-negative', says: 'Both readings were negative' },
        ],
      };
    case 'shunt-rating': {
      const { shunt, settings } = verdict;
      const named = settings
        .slice(0, 4)
        .map(({ ratedA, fullV }) => `${formatNumber(ratedA, 0)} A / ${formatNumber(1000 * fullV, 0)} mV`);
      return {
        headline: `Everything reads ${formatNumber(Math.abs(shunt?.factor ?? 1), 2)} times what it should.`,
        says: `The meter is set to another shunt than lies there${named.length > 0 ? `: as if it were ${named.join(', or ')}` : ''}${named.length > 0 ? '' : ' (its rating, typed under Wiring, would name it)'}. Set what is printed on the shunt.`,
        actions: [{ id: 'shunt-mended', says: 'It is set right: read all again' }],
      };
    }
    case 'shunt-unseen':
      return {
        headline: 'The meter does not see the shunt.',
        says: 'Nothing reads at all. Look at its two sense wires and its data lead, and whether the bank’s negative goes round the shunt.',
        actions: [{ id: 'shunt-mended', says: 'It is mended: read all again' }],
      };
    case 'reads':
      return { headline: 'It reads.', says: '', actions: [] };
  }
}

const STRETCH_WORDS = { bank: 'bank to bars', feeder: 'bars to it and back' } as const;

function dropAnswer({ drop, outcome }: Extract<Judgement, { kind: 'drop' }>): Answer | null {
  if (!drop) return null;
  const rows = drop.stretches.flatMap(({ id, ohm, heat }): AnswerRow[] => [
    { says: STRETCH_WORDS[id], figure: ohm, strong: true },
    ...(heat ? [{ says: 'heat beyond', figure: heat }] : []),
  ]);
  if (outcome === 'pass') return { ...GOOD, rows, headline: 'Its way is good.', says: '' };
  const bad = drop.stretches.filter(({ verdict }) => verdict === 'too-high');
  if (outcome === 'ask') {
    const rises = drop.stretches.some(({ verdict }) => verdict === 'rises');
    return {
      ...BAD,
      tone: 'open',
      rows,
      headline: rises ? 'The volts run the wrong way.' : 'Too little flows to tell.',
      says: rises
        ? 'A load takes volts off along the way, a charger lifts them. Look whether the readings got mixed up, or the sign of the current.'
        : 'The last digit of the voltmeter weighs more than the whole way. Put a larger load on.',
    };
  }
  const { worst } = drop;
  if (worst)
    return {
      ...BAD,
      rows: [
        ...rows,
        { says: worst.piece.name, figure: worst.ohm, strong: true },
        { says: 'heat in it', figure: worst.heat },
      ],
      headline: `The joint is at ${worst.piece.name}.`,
      says: 'Load off, breaker open. Undo it, clean it, tighten it to its torque; crimp anew what stays high.',
    };
  return {
    ...BAD,
    rows,
    headline: `${bad.length > 1 ? 'Both stretches are' : 'One stretch is'} too high.`,
    says: `Somewhere ${bad.map(({ id }) => `from ${STRETCH_WORDS[id]}`).join(' and ')}. Leave the load on, and read the volts across each piece below, lug to lug.`,
  };
}

function fullAnswer({ full, readings, outcome }: Extract<Judgement, { kind: 'full-charge' }>): Answer | null {
  if (full.clockJumped)
    return {
      ...BAD,
      headline: 'The clock of this device went back.',
      says: 'How long it held cannot be said from these readings. Set the clock right and read twice more, five minutes apart.',
    };
  if (outcome === 'pass')
    return { ...GOOD, headline: 'It is full.', says: 'Voltage and current said so together, and held.' };
  if (readings.length === 0) return null;
  const missing = [...(full.voltsReached ? [] : ['voltage']), ...(full.tailReached ? [] : ['current'])];
  return {
    ...BAD,
    tone: 'open',
    headline: missing.length > 0 ? 'Not yet.' : 'Both are reached. Do they hold?',
    says:
      missing.length > 0
        ? `The ${missing.join(' and the ')} ${missing.length > 1 ? 'have' : 'has'} not come there yet.`
        : 'Read again in five minutes.',
  };
}
