import type { GuessRefusal, LayoutGuess } from '@core/logbook/import/guess-layout';
import type { ImportFailure } from '../../workers/log-worker-api';

/** Why a file cannot be read at all, and what to do. */
export function refusalText(refused: GuessRefusal['refused']): string {
  switch (refused) {
    case 'empty':
      return 'The file is empty. Export it from the meter again.';
    case 'binary':
      return 'This is not a text file. Export it from the meter’s software as CSV, then drop that.';
    case 'no-time-column':
      return 'No column holds a date and time that could be read, beside at least one number. Clock times alone need a date in their row. Check that it is the log itself and not a summary.';
    case 'no-current-column':
      return 'No column of numbers was found besides the time. A log needs at least time and current.';
  }
}

/** What a person should look at before the file is read. */
export function unsureText(unsure: LayoutGuess['unsure'][number]): string {
  switch (unsure) {
    case 'date-order':
      return 'Day and month could stand either way round.';
    case 'sign':
      return 'Which sign means charging: the file does not tell it clearly enough. Compare the day below with what you know.';
    case 'voltage':
      return 'The voltage: it does not look like this bank’s, or more than one column could be meant.';
    case 'current':
      return 'The current: more than one column could be meant, or its name does not tell.';
    case 'unit':
      return 'The unit: nothing states it, and figures are so large that thousandths may be meant.';
  }
}

export function failureText({ failed, says }: ImportFailure): string {
  switch (failed) {
    case 'no-rows':
      return `${says} Correct how the columns are read, below.`;
    case 'storage':
      return `The browser could not store it (${says}). Free some space or leave private mode, and export the rig to be safe.`;
    case 'line-too-long':
      return 'A single line is longer than a million characters: this is not a log with one row a line.';
    case 'unreadable':
      return `The file could not be read to its end (${says}). Copy it to this device and drop it again.`;
    case 'no-rig':
      return 'The rig that it belongs to was deleted meanwhile.';
    case 'cancelled':
      return 'Cancelled.';
  }
}
