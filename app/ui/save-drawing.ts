import { saveBlob } from './save-text';

/** What of its looks a drawing takes along where no style sheet goes with it. */
const LOOKS = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;
const NAMESPACE = 'http://www.w3.org/2000/svg';
/** Dots a drawn one. */
const FINE = 2;

/** A drawing that stands by itself: its looks written into it, the patterns that it uses, paper behind it. */
export function standaloneSvg(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  writeLooks(svg, copy);
  const { width, height } = svg.viewBox.baseVal;
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  for (const name of ['style', 'class', 'role', 'aria-label']) copy.removeAttribute(name);
  for (const { name } of [...copy.attributes]) if (name.startsWith('_ng')) copy.removeAttribute(name);
  const paper = document.createElementNS(NAMESPACE, 'rect');
  paper.setAttribute('width', String(width));
  paper.setAttribute('height', String(height));
  paper.setAttribute('fill', getComputedStyle(document.body).backgroundColor);
  copy.prepend(paper);
  copy.prepend(patternsOf(copy));
  return new XMLSerializer().serializeToString(copy);
}

/** Writes the looks of all that stands in a drawing into its copy, and takes off what belongs to the page. */
function writeLooks(shown: Element, copy: Element): void {
  const copied = copy.querySelectorAll('*');
  shown.querySelectorAll('*').forEach((element, k) => {
    const looks = getComputedStyle(element);
    copied[k]?.setAttribute('style', LOOKS.map((name) => `${name}:${looks.getPropertyValue(name)}`).join(';'));
    for (const { name } of [...(copied[k]?.attributes ?? [])])
      if (/^(_ng|ng-|class|tabindex|role|aria-)/.test(name)) copied[k]?.removeAttribute(name);
  });
}

/** Patterns stand in the frame; those that are used come along. */
function patternsOf(copy: SVGSVGElement): SVGDefsElement {
  const defs = document.createElementNS(NAMESPACE, 'defs');
  const ids = new Set([...copy.outerHTML.matchAll(/url\((?:&quot;|")?#([\w-]+)/g)].map(([, id]) => id ?? ''));
  for (const id of ids) {
    const pattern = document.getElementById(id);
    if (!pattern) continue;
    const own = pattern.cloneNode(true) as Element;
    writeLooks(pattern, own);
    defs.append(own);
  }
  return defs;
}

export function saveSvg(svg: SVGSVGElement, name: string): void {
  saveBlob(new Blob([standaloneSvg(svg)], { type: 'image/svg+xml' }), `${name}.svg`);
}

/** @throws {Error} where the browser cannot paint it */
export async function savePng(svg: SVGSVGElement, name: string): Promise<void> {
  const image = new Image();
  const source = URL.createObjectURL(new Blob([standaloneSvg(svg)], { type: 'image/svg+xml' }));
  try {
    image.src = source;
    await image.decode();
    const { width, height } = svg.viewBox.baseVal;
    const canvas = document.createElement('canvas');
    canvas.width = width * FINE;
    canvas.height = height * FINE;
    const context = canvas.getContext('2d');
    if (!context) throw new Error('no canvas');
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
    if (!blob) throw new Error('no picture');
    saveBlob(blob, `${name}.png`);
  } finally {
    URL.revokeObjectURL(source);
  }
}
