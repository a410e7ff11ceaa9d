import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { nominalVoltage } from '@core/cells/nominal-voltage';
import { estimateDay } from '@core/logbook/import/day-estimate';
import { previewLog } from '@core/logbook/import/preview';
import { formatNumber } from '@core/quantity/format';
import type { LogMapping } from '@core/logbook/plan';
import { Imports } from '../../rig/imports';
import { withMapping } from '@core/logbook/with-mapping';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { LogWorkerClient } from '../../workers/log-worker-client';
import type { FileLook, ImportFailure, LogImported } from '../../workers/log-worker-api';
import { TextField } from '../../ui/text-field';
import { failureText, refusalText, unsureText } from './import-words';
import { StageTabs } from '../../rig/stage-tabs';
import { MappingForm } from './mapping-form';
import { PreviewTable } from './preview-table';
import { RemarksTable } from './remarks-table';
import { nowMs } from '../../ui/now';
import { NumberPipe } from '../../ui/number-pipe';

type Step =
  | { at: 'drop'; refusal: string | null }
  | { at: 'looking'; file: File }
  | { at: 'mapping'; file: File; look: FileLook }
  | { at: 'importing'; file: File; logId: string }
  | { at: 'done'; file: File; result: LogImported; mapping: LogMapping; head: string[] }
  | { at: 'failed'; file: File; failure: ImportFailure; look: FileLook };

/** A meter's file on its way into the book: dropped, looked at, corrected, read in a worker. */
@Component({
  selector: 'co-import-page',
  imports: [NumberPipe, StageTabs, MappingForm, NzUploadModule, PreviewTable, RemarksTable, RouterLink, TextField],
  templateUrl: './import-page.html',
  styleUrl: './import-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ImportPage {
  private readonly store = inject(Store);
  private readonly worker = inject(LogWorkerClient);
  protected readonly imports = inject(Imports);
  private gone = false;
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly step = signal<Step>({ at: 'drop', refusal: null });
  protected readonly mapping = signal<LogMapping | null>(null);
  protected readonly mappingName = signal('');
  protected readonly remembered = signal(false);
  protected readonly floor = Math.floor;
  protected readonly number = formatNumber;
  protected readonly failureText = failureText;
  protected readonly unsureText = unsureText;
  protected readonly size = (file: File) =>
    file.size >= 1e6 ? `${formatNumber(file.size / 1e6, 1)} MB` : `${formatNumber(Math.ceil(file.size / 1000), 0)} kB`;

  protected readonly preview = computed(() => {
    const step = this.step();
    const mapping = this.mapping();
    return step.at === 'mapping' && mapping ? previewLog(step.look.head, mapping, text) : null;
  });
  /** The job that is being read here. */
  protected readonly job = computed(() => {
    const step = this.step();
    return step.at === 'importing' ? (this.imports.jobs().find(({ logId }) => logId === step.logId) ?? null) : null;
  });
  /** What a day comes to under the mapping, by stretches from all over the file. */
  protected readonly day = computed(() => {
    const step = this.step();
    const [mapping, preview] = [this.mapping(), this.preview()];
    return step.at === 'mapping' && mapping && preview
      ? estimateDay(step.look.samples, mapping, preview.names.length, text)
      : null;
  });
  protected readonly columns = computed(() =>
    (this.preview()?.names ?? []).map((name, k) => ({
      index: k,
      name: name === '' ? `column ${k + 1}` : `${k + 1} · ${name}`,
    })),
  );
  protected readonly knownMappings = computed(() => this.rig()?.logbook.mappings ?? []);
  protected readonly readable = computed(() => this.preview()?.rows.some((row) => 'timeMs' in row) ?? false);

  /** Takes the file off the drop field and keeps the field from sending it anywhere. */
  protected readonly take = (file: NzUploadFile): boolean => {
    void this.look(file as unknown as File);
    return false;
  };

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.gone = true));
  }

  protected useMapping(mapping: LogMapping): void {
    this.mapping.set(mapping);
  }

  protected async start(file: File, look: FileLook): Promise<void> {
    const rig = this.rig();
    const mapping = this.mapping();
    const preview = this.preview();
    if (!rig || !mapping || !preview) return;
    const logId = crypto.randomUUID();
    this.step.set({ at: 'importing', file, logId });
    const { timeZone, latitudeDeg, longitudeDeg } = rig.place;
    const result = await this.imports.start(
      {
        file,
        encoding: look.encoding,
        newlineByte: look.newlineByte,
        mapping,
        columnCount: preview.names.length,
        rigId: rig.id,
        logId,
        place: { timeZone, latitudeDeg, longitudeDeg },
        nowMs: nowMs(),
      },
      rig.name,
    );
    if (this.gone) return;
    // The page says it itself.
    this.imports.dismiss(logId);
    if ('failed' in result) {
      this.step.set(
        result.failed === 'cancelled' ? { at: 'mapping', file, look } : { at: 'failed', file, failure: result, look },
      );
      return;
    }
    this.remembered.set(false);
    this.mappingName.set('');
    this.step.set({ at: 'done', file, result, mapping, head: preview.names });
  }

  protected turnSign(): void {
    const mapping = this.mapping();
    if (mapping?.current.by !== 'signed') return;
    const chargingIs = mapping.current.chargingIs === 'positive' ? 'negative' : 'positive';
    this.mapping.set({ ...mapping, current: { ...mapping.current, chargingIs } });
  }

  protected cancel(logId: string): void {
    this.imports.cancel(logId);
  }

  protected back(file: File, look: FileLook): void {
    this.step.set({ at: 'mapping', file, look });
  }

  protected again(): void {
    this.step.set({ at: 'drop', refusal: null });
    this.mapping.set(null);
  }

  protected remember(mapping: LogMapping): void {
    const name = this.mappingName().trim();
    if (name === '') return;
    this.store.dispatch(
      Edit.merge('logbook', { mappings: withMapping(this.rig()?.logbook.mappings ?? [], name, mapping) }, null),
    );
    this.remembered.set(true);
  }

  private async look(file: File): Promise<void> {
    const rig = this.rig();
    if (!rig) return;
    this.step.set({ at: 'looking', file });
    const look = await this.worker
      .call((api) => api.look(file, rig.place.timeZone, nominalVoltage(rig.bank).value))
      .catch((error: unknown) => String(error));
    if (typeof look === 'string') {
      this.step.set({ at: 'drop', refusal: `${file.name} could not be opened: ${look}. Choose it again.` });
    } else if ('refused' in look.layout) {
      this.step.set({ at: 'drop', refusal: `${file.name}: ${refusalText(look.layout.refused)}` });
    } else {
      this.mapping.set(look.layout.mapping);
      this.step.set({ at: 'mapping', file, look });
    }
  }
}

const encoder = new TextEncoder();
const decoder = new TextDecoder();
const text = { encode: (of: string) => encoder.encode(of), decode: (bytes: Uint8Array) => decoder.decode(bytes) };
