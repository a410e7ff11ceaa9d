import 'fake-indexeddb/auto';

/** What the pages use of a browser and jsdom lacks: nothing is drawn, scrolled or observed. */

(globalThis as { CSS?: unknown }).CSS ??= { escape: (text: string) => text };
Element.prototype.scrollIntoView ??= () => undefined;
HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement) {
  const drawn: Record<string | symbol, unknown> = { canvas: this, measureText: () => ({ width: 0 }) };
  return new Proxy(drawn, { get: (known, key) => (key in known ? known[key] : () => undefined) });
} as unknown as HTMLCanvasElement['getContext'];
globalThis.matchMedia ??= () => ({ matches: false, addEventListener: () => undefined }) as unknown as MediaQueryList;
globalThis.ResizeObserver ??= class {
  observe(): void {
    return;
  }
  unobserve(): void {
    return;
  }
  disconnect(): void {
    return;
  }
};
// Files and what is packed are read in pieces.
Blob.prototype.arrayBuffer ??= function (this: Blob) {
  return new Promise<ArrayBuffer>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as ArrayBuffer);
    reader.onerror = () => reject(reader.error ?? new Error('unreadable'));
    reader.readAsArrayBuffer(this);
  });
};
Blob.prototype.text ??= async function (this: Blob) {
  return new TextDecoder().decode(await this.arrayBuffer());
};
/** In pieces of odd length, so that characters and lines are cut. */
Blob.prototype.stream ??= function (this: Blob) {
  let at = 0;
  return new ReadableStream<Uint8Array<ArrayBuffer>>({
    pull: async (controller) => {
      const next = Math.min(at + (at === 0 ? 1 : 997), this.size);
      if (next > at) controller.enqueue(new Uint8Array(await this.slice(at, next).arrayBuffer()));
      else controller.close();
      at = next;
    },
  });
};
