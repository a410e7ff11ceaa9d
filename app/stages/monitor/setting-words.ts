import type { SettingProblem } from '@core/monitor/settings/setting';
import type { SettingId } from '@core/monitor/setting-id';

interface SettingWords {
  name: string;
  why: string;
  tooLow: string;
  tooHigh: string;
  /** What is lost where a meter does not ask for it, and what to do instead. */
  without: string;
}

/** Why each setting is what it is, what goes wrong on either side, and what a meter without it cannot do. */
export const SETTING_WORDS: Record<SettingId, SettingWords> = {
  capacity: {
    name: 'Capacity',
    why: 'The meter turns counted amp-hours into percent with it, and the tail current is a percentage of it.',
    tooLow: 'The meter shows empty while charge is left, and the alarm cries early.',
    tooHigh: 'The meter shows charge that is not there; the bank goes dark with percent to spare.',
    without: 'It can show amp-hours, never percent: divide by the capacity yourself.',
  },
  'full-voltage': {
    name: 'Full voltage',
    why: 'Below the lowest absorption voltage of any charger that can finish a charge, and above float and the rested full bank.',
    tooLow: 'Float, or a bank at rest, counts as full: the counter jumps to 100 % on a bank that is not.',
    tooHigh: 'The weakest charger never reaches it: no full mark for weeks, and every small error piles up.',
    without: 'It cannot tell a full bank by itself: set it full by hand at the end of a charge.',
  },
  'tail-current': {
    name: 'Tail current',
    why: 'At the end of a charge the bank takes less and less. Above what the chargers stop at, below what passing clouds leave.',
    tooLow: 'The charger stops before the current has fallen so far: full is missed.',
    tooHigh: 'A cloud or a weak source looks like the end of a charge: full is marked falsely.',
    without:
      'It goes by voltage alone and marks full when absorption begins, a long way early: raise the voltage to just under absorption and the hold time to the length of absorption, or set full by hand.',
  },
  'hold-time': {
    name: 'Hold time',
    why: 'Volts and amps must both hold this long. A cloud lets the current fall for minutes too, so solar needs longer.',
    tooLow: 'One passing cloud in absorption makes a false full mark.',
    tooHigh: 'Short absorption phases are never counted as full.',
    without: 'A passing cloud marks full: raise the voltage, or set full by hand.',
  },
  'coulombic-efficiency': {
    name: 'Coulombic efficiency',
    why: 'Not every amp-hour that goes in comes out again. The logbook can teach the true share.',
    tooLow: 'The count runs low against the bank: it seems emptier each day without a full mark.',
    tooHigh: 'The count runs high against the bank: charge on paper that is not in the cells.',
    without:
      'It credits every amp-hour that goes in: it shows too much until the next full charge. Charge to full often.',
  },
  peukert: {
    name: 'Peukert exponent',
    why: 'A hard draw empties a lead battery faster than its amp-hours say. Above the 20-hour current each counts for more.',
    tooLow: 'Under heavy loads more is shown than can be drawn.',
    tooHigh:
      'After heavy loads too little is shown, and a gentle evening does not bring it back until the next full mark.',
    without: 'Lead under heavy loads is empty before it shows so: set the reserve alarm higher.',
  },
  'dead-band': {
    name: 'Dead band',
    why: 'Currents below it count as zero, to hide the meter’s own drift. It must stay under the smallest standing load.',
    tooLow: 'The drift of the meter is counted as a current.',
    tooHigh: 'A standing load below the band is never counted, day and night.',
    without: 'Its offset is counted day and night: zero it with everything off, twice a year.',
  },
  'reserve-alarm': {
    name: 'Reserve alarm',
    why: 'At the reserve plus a margin to act in.',
    tooLow: 'It calls when nothing can be done any more.',
    tooHigh: 'It calls so often that nobody hears it.',
    without: 'Nobody is warned by charge: use a low-voltage alarm, which comes late with lithium.',
  },
  'low-alarm': {
    name: 'Low-voltage alarm',
    why: 'What the bank shows at its reserve under the load of the busiest hour: a second opinion that needs no counting.',
    tooLow: 'It calls when the bank is empty.',
    tooHigh: 'Every kettle sets it off.',
    without: 'A count that has gone wrong is not noticed before the lights go out.',
  },
  'high-alarm': {
    name: 'High-voltage alarm',
    why: 'Above what the chargers reach when all is well: a regulator that has failed is heard.',
    tooLow: 'It calls at the end of every charge.',
    tooHigh: 'The bank has gassed, or its protection has opened, before it calls.',
    without: 'A charger that has failed high is not noticed: look at the voltage at noon now and then.',
  },
  'empty-voltage': {
    name: 'Empty voltage',
    why: 'At this voltage under load the meter may say empty whatever it has counted. Above where the battery protects itself.',
    tooLow: 'The battery has switched itself off, or is being harmed, before the meter says empty.',
    tooHigh: 'A hard draw on a half-full bank is taken for empty.',
    without: 'It never finds out at the lower end that its count was wrong.',
  },
  'cut-off': {
    name: 'Loads off at',
    why: 'The relay takes the loads off at the reserve. What must never stop, such as a bilge alarm, is not wired through it.',
    tooLow: 'The reserve is used up first.',
    tooHigh: 'Loads go off while there is plenty, and people bridge the relay.',
    without: 'Nothing takes the loads off: the alarm is all there is.',
  },
  'cut-in': {
    name: 'Loads on again at',
    why: 'Far enough above "off" that the bank has been charged in between, not only let alone.',
    tooLow: 'The loads come on, the voltage sags, they go off: the relay chatters.',
    tooHigh: 'The loads stay off for days.',
    without: 'It goes by steps of its own: see its sheet, and keep heavy loads off the relay.',
  },
  'averaging-time': {
    name: 'Averaging time',
    why: 'Hours left are what is left over this average of the current.',
    tooLow: 'The hours jump with every switch.',
    tooHigh: 'In the evening it still reckons with the afternoon.',
    without: 'Take its hours left when the usual loads have run for a while, not just after a switch.',
  },
  'days-since-full': {
    name: 'Reminder of a full charge',
    why: 'A lead bank that stays short of full sulphates; a lithium one loses its balance; and every count needs its zero.',
    tooLow: 'It is seen so often that it is no longer read.',
    tooHigh: 'Damage is done before it shows.',
    without: 'Keep the date of the last full mark in the logbook: it reminds you there.',
  },
  'equalise-days': {
    name: 'Reminder to equalise',
    why: 'Flooded cells drift apart and are brought together again by an overcharge now and then. Nothing else is: 0 is off.',
    tooLow: 'Water and plates are used up for nothing.',
    tooHigh: 'The weakest cell falls behind for good.',
    without: 'Go by the hydrometer: a spread above 0.030 says it is time.',
  },
  'temperature-compensation': {
    name: 'Temperature compensation',
    why: 'A cold lead bank is full at a higher voltage. For a meter that shifts its full voltage with warmth.',
    tooLow: 'In winter full is marked too soon, in summer never.',
    tooHigh: 'In winter full is never marked, in summer too soon.',
    without: 'Give it a winter and a summer set where your chargers follow the warmth.',
  },
  'shunt-rating': {
    name: 'Shunt, rated current',
    why: 'Together with its voltage it is the ratio by which every reading is scaled.',
    tooLow: 'Every current, and every amp-hour, is shown too small.',
    tooHigh: 'Every current, and every amp-hour, is shown too large.',
    without: 'It knows one shunt only: use the one that came with it.',
  },
  'shunt-voltage': {
    name: 'Shunt, voltage at that',
    why: 'Stands on the shunt beside its current: most often 50 or 75 mV.',
    tooLow: 'Every current is shown too large.',
    tooHigh: 'Every current is shown too small.',
    without: 'It takes a shunt of one voltage only: see its sheet.',
  },
};

export const PROBLEM_WORDS: Record<SettingProblem, string> = {
  'no-room-for-full-voltage':
    'No voltage fits between float and absorption. Check what was entered for the chargers, or raise the absorption voltage within the battery’s sheet.',
  'charger-stops-above-tail':
    'The chargers stop at a higher current than any usual tail: full would never be marked. Let them absorb longer, or set full by hand.',
  'dead-band-swallows-load':
    'Even the smallest band hides the smallest standing load of the audit. Choose a finer shunt, or add that load to the daily figure by hand.',
  'shunt-too-small':
    'The largest current comes too near to what the shunt is made for: it warms, drifts, and may be destroyed by a start. Take the next larger one.',
  'no-room-for-alarm':
    'No alarm fits between the highest charging voltage and what the cells may see. Check the chargers against the battery’s sheet.',
};
