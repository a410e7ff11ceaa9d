import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { capacitySetting } from '@core/monitor/settings/counting';
import type { MonitorFinding } from '@core/monitor/checks/check-settings';
import { FIGURE_UNIT, menuFigure } from '@core/monitor/menu-figure';
import { menuRange } from '@core/monitor/meter-unit';
import type { MonitorPlan } from '@core/monitor/plan';
import type { SettingId } from '@core/monitor/setting-id';
import { comparedShares, onUsableScale } from '@core/monitor/two-scales';
import { byDefault, type Sourced, under } from '@core/formula/figure';
import { formatNumber, quantityText } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { StageTabs } from '../../rig/stage-tabs';
import { Choice } from '../../ui/choice';
import { momentLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { type MethodAnswer, MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { EmptyMonitor } from './empty-monitor';
import { findingWords } from './finding-words';
import { menuLimit, storedPer, storedText } from './menu-words';
import { MonitorFacts } from './monitor-facts';
import { movedWords } from './moved-words';
import { PROBLEM_WORDS, SETTING_WORDS } from './setting-words';

/** What to enter in the shunt monitor, why, and what was really typed. */
@Component({
  selector: 'co-settings-page',
  imports: [Choice, EmptyMonitor, FigurePart, MarginContent, MethodSwitch, QuantityField, RouterLink, StageTabs],
  templateUrl: './settings-page.html',
  styleUrl: './settings-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingsPage {
  protected readonly facts = inject(MonitorFacts);
  private readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  protected readonly words = SETTING_WORDS;
  protected readonly opened = signal<SettingId | null>('full-voltage');
  protected readonly sheet = this.facts.sheet;
  protected readonly plan = this.facts.plan;
  protected readonly profile = this.facts.profile;
  protected readonly stale = this.facts.stale;
  protected readonly sources = computed(() => this.facts.rig()?.charging.sources.filter(({ on }) => on).length ?? 0);
  protected readonly chargersFrom = computed(() =>
    this.sources() > 0
      ? 'as under Charging; what is entered here goes first'
      : 'off their sheets or menus; where nothing is entered the chemistry’s own figures hold',
  );
  protected readonly tail = (currentA: number) => quantityText(currentA, 'A', { decimals: 1 });
  protected readonly volts = ({ value }: Sourced) => formatNumber(value, 1);
  private readonly capacity = computed<Sourced>(() => this.sheet()?.settings[0]?.figure ?? byDefault(1));
  private readonly capacityAh = computed(() => this.capacity().value);

  /** What the meter asks for; the rest of the sheet stands under "Your meter". */
  protected readonly rows = computed(() =>
    (this.sheet()?.settings ?? [])
      .filter(({ has }) => has)
      .map((setting) => {
        const { id, figure, allowed, entered, field, menu } = setting;
        const span = allowed.high - allowed.low;
        const isNone = span < 0;
        const per = storedPer(field, this.capacityAh());
        const text = (stored: number) => storedText(field, stored, this.capacityAh());
        return {
          setting,
          unit: FIGURE_UNIT[field.unit],
          limit: menuLimit(field, this.capacityAh()),
          shown: entered ? Number((entered.value / per).toPrecision(10)) : null,
          per,
          menu: menuFigure(setting, this.capacity()),
          menuDecimals: menu.decimals,
          /** Null: nothing is allowed. */
          range: isNone ? null : spanText(menuRange(field, allowed, this.capacityAh()) ?? allowed, text),
          // Where the derived value stands within what is allowed, 0…100 %.
          place: span > 0 ? Math.min(100, Math.max(0, (100 * (figure.value - allowed.low)) / span)) : 50,
          when: entered ? momentLabel(entered.atMs, this.facts.timeZone()) : '',
          problems: [
            ...setting.problems.map((problem) => PROBLEM_WORDS[problem]),
            ...(menu.misses && !isNone
              ? ['No step of the meter’s menu lies within the allowed range: the nearest on the safe side stands here.']
              : []),
          ],
          moved: entered?.stale ? (entered.moved ?? []).map((input) => movedWords(input, this.units)) : [],
          wrong: this.enteredFindings().some(({ finding }) => finding.settings.includes(id)),
        };
      }),
  );
  private readonly enteredFindings = computed(() => this.worded(this.sheet()?.enteredFindings ?? []));
  /** What is wrong as it was entered, and as derived; what is wrong either way stands once. */
  protected readonly findings = computed(() => {
    const [entered, derived] = [this.enteredFindings(), this.worded(this.sheet()?.findings ?? [])];
    const isIn = (all: typeof entered, says: string) => all.some((one) => one.says === says);
    return [
      ...entered.map((one) => ({
        ...one,
        of: isIn(derived, one.says) ? 'As entered, and as derived' : 'As entered',
        isWrong: one.finding.severity === 'error',
      })),
      ...derived.flatMap((one) => (isIn(entered, one.says) ? [] : [{ ...one, of: 'As derived', isWrong: false }])),
    ];
  });
  protected readonly lacks = computed(() => (this.sheet()?.settings ?? []).filter(({ has }) => !has).length);
  protected readonly profileOptions = computed(() =>
    (this.plan()?.profiles ?? []).map(({ id, name }) => ({ id, name: name || 'without a name' })),
  );

  protected readonly schools = computed(() => {
    const sheet = this.sheet();
    if (!sheet) return [];
    const set = (school: MonitorPlan['capacitySchool']): MethodAnswer[] => [
      { lead: '', figure: under(capacitySetting(sheet.facts, school).figure, school), decimals: 0 },
    ];
    return [
      {
        id: 'rated',
        name: 'rated',
        reason:
          '0 % is empty, and the alarm stands at the reserve. Tail current, synchronising and ageing all refer to the rated figure.',
        answers: set('rated'),
      },
      {
        id: 'usable',
        name: 'usable part',
        reason:
          '0 % is the reserve: easy to read for people aboard, but percentages in sheets then mean something else.',
        answers: set('usable'),
      },
    ];
  });

  /** The same charge on either scale. */
  protected readonly scales = computed(() => {
    const facts = this.sheet()?.facts;
    return facts
      ? comparedShares(facts.usableFraction.value).map((share) => ({
          rated: quantityText(share, 'Fraction', { decimals: 0 }),
          usable: onUsableScale(share, facts.usableFraction),
        }))
      : [];
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(() => this.sheet()?.settings.find((one) => one.id === this.opened())?.figure ?? null),
    );
  }

  protected toggle(id: SettingId): void {
    this.opened.set(this.opened() === id ? null : id);
  }

  protected pickSchool(id: string): void {
    this.facts.change({ capacitySchool: id as MonitorPlan['capacitySchool'] });
  }

  private worded(findings: readonly MonitorFinding[]) {
    return findings.map((finding) => ({ finding, ...findingWords(finding) }));
  }
}

/** "10.8 to 12.2 V" */
function spanText({ low, high }: { low: number; high: number }, text: (stored: number) => string): string {
  const [from, to] = [text(low), text(high)];
  return from === to ? to : `${from.split(' ')[0]} to ${to}`;
}
