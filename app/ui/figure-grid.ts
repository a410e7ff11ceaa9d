import { Directive, signal, untracked } from '@angular/core';

/** Rows and cells to go by. */
const STEPS: Record<string, readonly [number, number]> = {
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
};

/** A table in which every cell opens a working: one stop of the Tab key, and the arrows go from figure to figure. */
@Directive({
  selector: 'table[coFigureGrid]',
  host: { '(keydown)': 'move($event)', '(focusin)': 'enter($event)' },
})
export class FigureGrid {
  private readonly figures = new Set<HTMLElement>();
  private readonly stop = signal<HTMLElement | null>(null);

  isStop(figure: HTMLElement): boolean {
    return this.stop() === figure;
  }

  add(figure: HTMLElement): void {
    this.figures.add(figure);
    if (untracked(this.stop) === null) this.stop.set(figure);
  }

  remove(figure: HTMLElement): void {
    this.figures.delete(figure);
    if (untracked(this.stop) !== figure) return;
    const [first] = this.figures;
    this.stop.set(first ?? null);
  }

  protected enter({ target }: Event): void {
    const figure = (target as HTMLElement).closest<HTMLElement>('co-figure');
    if (figure) this.stop.set(figure);
  }

  protected move(event: KeyboardEvent): void {
    const step = STEPS[event.key];
    const cell = (event.target as HTMLElement).closest('td');
    if (!step || !cell || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    event.preventDefault();
    const rows = (cell.closest('tbody') as HTMLTableSectionElement).rows;
    const [down, right] = step;
    let row = (cell.parentElement as HTMLTableRowElement).sectionRowIndex + down;
    let column = cell.cellIndex + right;
    for (let next = rows[row]?.cells[column]; next; next = rows[(row += down)]?.cells[(column += right)]) {
      const button = next.querySelector<HTMLElement>('co-figure button');
      if (button) return button.focus();
    }
  }
}
