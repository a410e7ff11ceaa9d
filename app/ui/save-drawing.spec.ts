import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { savePng, saveSvg, standaloneSvg } from './save-drawing';

const NAMESPACE = 'http://www.w3.org/2000/svg';

/** A drawing as it stands in a page: its looks come from a style sheet, its hatching from the frame around it. */
function drawing(): SVGSVGElement {
  document.body.innerHTML = `
    <style>.run { stroke: rgb(1, 2, 3); stroke-width: 2px }</style>
    <svg><defs><pattern id="hatch" width="4" height="4"><path class="run" d="M0 0L4 4" /></pattern>
      <pattern id="unused"><path d="M0 0" /></pattern></defs></svg>
    <svg class="drawn" role="group" aria-label="Circuit" _ngcontent-x="" viewBox="0 0 300 120">
      <g class="run" tabindex="0" role="button" aria-label="W01" _ngcontent-x=""><path d="M0 0L9 9" fill="url(#hatch)" /></g>
      <text class="run">W01 &amp; W02</text>
    </svg>`;
  const svg = document.querySelector<SVGSVGElement>('svg.drawn')!;
  // jsdom knows no view box.
  Object.defineProperty(svg, 'viewBox', { value: { baseVal: { width: 300, height: 120 } } });
  return svg;
}

const parsed = (text: string) => new DOMParser().parseFromString(text, 'image/svg+xml').documentElement;

describe('a drawing that is saved', () => {
  let saved: { name: string; blob: Blob } | null = null;
  beforeEach(() => {
    saved = null;
    URL.createObjectURL = (blob) => {
      saved = { name: '', blob: blob as Blob };
      return 'blob:x';
    };
    URL.revokeObjectURL = vi.fn();
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
      if (saved) saved.name = this.download;
    });
  });
  afterEach(() => {
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
    document.body.innerHTML = '';
  });

  it('stands by itself: size, looks written in, the patterns that it uses, paper behind it', () => {
    const svg = drawing();
    const own = parsed(standaloneSvg(svg));
    expect(own.querySelector('parsererror')).toBeNull();
    expect([own.getAttribute('width'), own.getAttribute('height')]).toEqual(['300', '120']);
    expect([...own.querySelectorAll('pattern')].map(({ id }) => id)).toEqual(['hatch']);
    expect(own.querySelector('pattern path')!.getAttribute('style')).toContain('stroke:rgb(1, 2, 3)');
    expect(own.querySelector('g')!.getAttribute('style')).toContain('stroke-width:2px');
    // The paper lies under everything that is drawn.
    const [defs, paper, first] = [...own.children].map(({ tagName }) => tagName);
    expect([defs, paper, first]).toEqual(['defs', 'rect', 'g']);
    expect(own.querySelector('text')!.textContent).toBe('W01 & W02');
  });
  it('leaves in the page what belongs to the page', () => {
    const svg = drawing();
    const text = standaloneSvg(svg);
    for (const word of ['_ng', 'class=', 'tabindex', 'aria-', 'role=']) expect(text).not.toContain(word);
    expect(svg.getAttribute('aria-label')).toBe('Circuit');
    expect(svg.querySelector('g')!.getAttribute('tabindex')).toBe('0');
    expect(svg.querySelector('rect')).toBeNull();
  });
  it('goes out as SVG under its name', async () => {
    saveSvg(drawing(), 'Tern circuit');
    expect(saved!.name).toBe('tern-circuit.svg');
    expect(saved!.blob.type).toBe('image/svg+xml');
    expect(parsed(await saved!.blob.text()).namespaceURI).toBe(NAMESPACE);
  });
  it('goes out as a picture twice as fine, or says that it cannot be painted', async () => {
    const painted: number[][] = [];
    HTMLImageElement.prototype.decode = () => Promise.resolve();
    vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({
      drawImage: (...[, , , width, height]: number[]) => painted.push([width!, height!]),
    } as unknown as null);
    const toBlob = vi.spyOn(HTMLCanvasElement.prototype, 'toBlob');
    toBlob.mockImplementation((done) => done(new Blob(['x'], { type: 'image/png' })));
    await savePng(drawing(), 'Tern circuit');
    expect(painted).toEqual([[600, 240]]);
    expect(saved!.name).toBe('tern-circuit.png');
    toBlob.mockImplementation((done) => done(null));
    await expect(savePng(drawing(), 'x')).rejects.toThrow('no picture');
    vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(null);
    await expect(savePng(drawing(), 'x')).rejects.toThrow('no canvas');
    expect(URL.revokeObjectURL).toHaveBeenCalled();
  });
});
