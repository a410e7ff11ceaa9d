import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A press that asks for one file of this device. The same file can be chosen twice. */
@Component({
  selector: 'co-file',
  template: `
    <label class="btn" [class.main]="main()">
      {{ says() }}
      <input type="file" [accept]="accept()" (change)="onChange($event)" />
    </label>
  `,
  styles: `
    :host {
      display: inline-block;
    }
    label {
      position: relative;
      cursor: pointer;
    }
    label:focus-within {
      outline: 2px solid var(--mark);
      outline-offset: 2px;
    }
    input {
      position: absolute;
      inset: 0;
      width: 100%;
      opacity: 0;
      cursor: pointer;
    }
    input::file-selector-button {
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileButton {
  readonly says = input.required<string>();
  /** Endings and types that the picker offers. */
  readonly accept = input.required<string>();
  /** The one press that matters on its page. */
  readonly main = input(false);
  readonly chosen = output<File>();

  protected onChange(event: Event): void {
    const picker = event.target as HTMLInputElement;
    const file = picker.files?.[0];
    picker.value = '';
    if (file) this.chosen.emit(file);
  }
}
