import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { aboveAirDay, levelSunDay } from '@core/charging/light-figures';
import { formatNumber } from '@core/quantity/format';
import type { Stop, Weather } from '@core/climate/weather';
import { LIMITS } from '@core/rig/limits';
import { CLIMATE_IDS, type ClimateId, CLIMATES } from '@core/climate/climates.data';
import { latitudeOf } from '@core/climate/hemisphere';
import type { HourlyFile, HourlyRefusal, HourlyRemark } from '@core/climate/read-hourly';
import { longitudeOf } from '@core/climate/site-year';
import { errorText } from '@core/text/error-text';
import { Edit } from '../../rig/edit';
import { ComputeWorkerClient } from '../../workers/compute-worker-client';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { FileButton } from '../../ui/file-button';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { RemarkList } from '../../ui/remark-list';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { MONTH_NAMES, monthName } from './charging-words';
import { HalfOfWorld } from './half-of-world';
import { MonthRow } from './month-row';

const CLIMATE_OPTIONS: readonly Option[] = CLIMATE_IDS.map((id) => ({ id, name: CLIMATES[id].name }));
const WEATHERS: readonly Option[] = [
  { id: 'climate', name: 'as the climate has it' },
  { id: 'peak-sun', name: 'peak-sun hours by hand' },
  { id: 'clearness', name: 'clearness by hand' },
  { id: 'file', name: 'an hourly file' },
];
const LARGEST_FILE = 30_000_000;

/** Where the rig is through the year, and how clear and warm it is there. */
@Component({
  selector: 'co-place-page',
  imports: [
    StageTabs,
    Choice,
    FigurePart,
    FileButton,
    HalfOfWorld,
    MarginContent,
    MethodSwitch,
    MonthRow,
    QuantityField,
    RemarkList,
    TextField,
  ],
  templateUrl: './place-page.html',
  styleUrl: './place-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlacePage {
  private readonly store = inject(Store);
  private readonly worker = inject(ComputeWorkerClient);
  protected readonly facts = inject(ChargingFacts);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly units = inject(UnitChoice);
  protected readonly climates = CLIMATE_OPTIONS;
  protected readonly weathers = WEATHERS;
  protected readonly months = MONTH_NAMES;
  protected readonly place = computed(() => this.facts.rig()?.place ?? null);
  protected readonly climate = computed(() => CLIMATES[this.facts.plan()?.climateId ?? 'inland-hills']);
  protected readonly latitudeDeg = computed(() => {
    const place = this.place();
    return place ? latitudeOf(place, this.climate()) : this.climate().latitudeDeg;
  });
  protected readonly longitudeDeg = computed(() => (this.place() ? longitudeOf(this.place()!) : 0));
  /** Hours by hand that no sky lets through. */
  protected readonly capped = computed(() => {
    const weather = this.facts.plan()?.weather;
    if (weather?.by !== 'peak-sun') return '';
    const over = this.rows().filter(({ sunH }, k) => weather.hours[k]! > sunH.value + 0.01);
    const months = over.map(({ site, sunH }) => `${MONTH_NAMES[site.month - 1]} (${formatNumber(sunH.value, 1)} h)`);
    return over.length === 0
      ? ''
      : `More than the clearest sky lets through at this latitude is counted as that much: ${months.join(', ')}.`;
  });
  protected readonly problem = signal<string | null>(null);
  protected readonly note = signal<string | null>(null);
  /** The file that is being read. */
  protected readonly reading = signal<string | null>(null);
  /** Rows of the file that was brought in last. */
  protected readonly leftOut = signal<readonly HourlyRemark[]>([]);
  protected readonly remarkWords = ({ code }: HourlyRemark) => REMARKS[code];

  /** Level light of each month, as hours of full sun. */
  protected readonly rows = computed(() =>
    (this.facts.sites() ?? []).map((site) => ({
      site,
      sunH: levelSunDay(site),
      aboveH: aboveAirDay(site),
    })),
  );
  protected readonly dullest = computed(() =>
    this.rows().reduce((least, row) => (row.sunH.value < least.sunH.value ? row : least)),
  );
  protected readonly brightest = computed(() =>
    this.rows().reduce((most, row) => (row.sunH.value > most.sunH.value ? row : most)),
  );
  protected readonly models = computed(() => [
    {
      id: 'hay-davies',
      name: 'bright about the sun',
      reason: 'Hay and Davies: part of the sky’s light comes from about the sun and falls on a tilted plane with it.',
      answers: [],
    },
    {
      id: 'isotropic',
      name: 'even sky',
      reason: 'Liu and Jordan: the whole sky is equally bright. A little less on planes that look at the sun.',
      answers: [],
    },
  ]);

  constructor() {
    inject(WorkingStore).suggest(computed(() => (this.rows().length > 0 ? this.dullest().sunH : null)));
  }

  protected placeTo(changes: object): void {
    const place = this.place();
    if (place) this.store.dispatch(Edit.merge('place', changes));
  }

  protected climateTo(id: string): void {
    this.facts.change({ climateId: id as ClimateId });
  }

  protected weatherTo(by: string): void {
    this.problem.set(null);
    const rows = this.rows();
    if (by === 'climate') this.facts.change({ weather: { by: 'climate' } });
    if (by === 'clearness')
      this.facts.change({
        weather: { by, clearness: rows.map(({ site }) => Number(site.clearness.value.toFixed(3))) },
      });
    if (by === 'peak-sun')
      this.facts.change({ weather: { by, hours: rows.map(({ sunH }) => Number(sunH.value.toFixed(2))) } });
    if (by === 'file') this.note.set('Choose the file: a column of time and one of level irradiance, W/m².');
  }

  protected monthTo(at: number, value: number): void {
    const weather = this.facts.plan()?.weather;
    const put = (values: readonly number[]) => values.map((one, k) => (k === at ? value : one));
    let next: Weather | null = null;
    if (weather?.by === 'clearness') next = { by: 'clearness', clearness: put(weather.clearness) };
    if (weather?.by === 'peak-sun') next = { by: 'peak-sun', hours: put(weather.hours) };
    if (next) this.facts.change({ weather: next }, `weather ${at}`);
  }

  protected tempTo(at: number, tempC: number): void {
    const own = this.facts.plan()?.tempC ?? this.rows().map(({ site }) => site.tempC.value);
    this.facts.change({ tempC: own.map((one, k) => (k === at ? tempC : one)) }, `temp ${at}`);
  }

  protected async open(file: File): Promise<void> {
    this.note.set(null);
    this.leftOut.set([]);
    if (file.size > LARGEST_FILE) {
      this.problem.set(`${file.name} is larger than 30 MB. One year by the hour is less than 1 MB: cut it down first.`);
      return;
    }
    const rigId = this.facts.rigId();
    const read = await this.readBeside(file);
    // Another rig was opened meanwhile: the light is not for that one.
    if (rigId !== this.facts.rigId()) return;
    if (read instanceof Error) {
      this.problem.set(`${file.name} was not read: ${read.message} The weather stays as it was.`);
      return;
    }
    if ('code' in read) {
      this.problem.set(`${file.name}: ${refusalWords(read)} The weather stays as it was.`);
      return;
    }
    this.problem.set(null);
    this.facts.change({ weather: { by: 'file', name: file.name.slice(0, 120), dailyClearness: read.dailyClearness } });
    this.leftOut.set(read.remarks);
    this.note.set(`${file.name}: ${readWords(read)}`);
  }

  /** In the worker: a year by the minute takes seconds. */
  private async readBeside(file: File): Promise<HourlyFile | HourlyRefusal | Error> {
    const [latitudeDeg, longitudeDeg] = [this.latitudeDeg(), this.longitudeDeg()];
    const timeZone = this.place()?.timeZone ?? 'UTC';
    this.reading.set(file.name);
    try {
      const text = await file.text();
      return await this.worker.call((api) => api.readHourly(text, latitudeDeg, longitudeDeg, timeZone));
    } catch (error) {
      return new Error(errorText(error), { cause: error });
    } finally {
      this.reading.set(null);
    }
  }

  protected addStop(): void {
    const stop: Stop = {
      id: crypto.randomUUID(),
      name: 'Winter place',
      months: [12, 1, 2],
      latitudeDeg: 39,
      longitudeDeg: this.place()?.longitudeDeg ?? 0,
      climateId: 'warm-sea',
    };
    this.facts.change({ stops: [...(this.facts.plan()?.stops ?? []), stop] }, `added ${stop.id}`);
  }

  protected changeStop(id: string, changes: Partial<Stop>): void {
    const stops = (this.facts.plan()?.stops ?? []).map((stop) => (stop.id === id ? { ...stop, ...changes } : stop));
    this.facts.change({ stops }, `stop ${id} ${Object.keys(changes).join(',')}`);
  }

  protected removeStop(id: string): void {
    this.facts.change({ stops: (this.facts.plan()?.stops ?? []).filter((stop) => stop.id !== id) }, `removed ${id}`);
  }
}

const REMARKS: Record<HourlyRemark['code'], string> = {
  'no-time': 'is no time',
  'no-number': 'is no number',
  'out-of-range': 'is beyond any sunlight',
};

function readWords({ rows, filledDays, cappedDays, remarks }: HourlyFile): string {
  const some = (count: number, one: string, many: string) =>
    count === 0 ? '' : count === 1 ? `; ${one}` : `; ${formatNumber(count, 0)} ${many}`;
  return (
    `${formatNumber(rows, 0)} rows read` +
    some(
      filledDays,
      'one day that it lacks takes the mean of its month',
      'days that it lacks take the mean of their month',
    ) +
    some(
      cappedDays,
      'one day brighter than the clearest sky lets through at this latitude is counted as that',
      'days brighter than the clearest sky lets through at this latitude are counted as that',
    ) +
    (remarks.length === 0 ? '.' : `${some(remarks.length, 'one row left out', 'rows left out')}:`)
  );
}

function refusalWords(refusal: HourlyRefusal): string {
  switch (refusal.code) {
    case 'empty':
      return 'there are no rows in it.';
    case 'no-columns':
      return 'no head names a time and an irradiance. Name them “time” and “GHI W/m2” in a row above the figures.';
    case 'too-few-days':
      return `it covers ${refusal.days === 1 ? 'one day' : `${refusal.days} days`} of the year; ${refusal.needed} are needed to know its seasons.`;
    case 'month-lacking':
      return `it covers ${refusal.days === 0 ? 'no day' : refusal.days === 1 ? 'one day' : `${refusal.days} days`} of ${monthName(refusal.month)}; ${refusal.needed} are needed to know a month.`;
    case 'no-times':
      return `no row tells its time: the first has “${refusal.text}”. A date and a clock are wanted, such as 2025-06-01 13:00.`;
    case 'not-irradiance':
      return `its largest value is ${formatNumber(refusal.largest, 1)}; irradiance in W/m² reaches hundreds. Is it in ${refusal.largest < 20 ? 'kW' : 'joules'}?`;
  }
}
