import 'fake-indexeddb/auto';
import { vi } from 'vitest';

// A page at work does much at once, and a machine may be slow.
vi.setConfig({ testTimeout: 30_000, hookTimeout: 30_000 });

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
Blob.prototype.arrayBuffer ??= function (this: Blob) {
  return new Promise<ArrayBuffer>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(this);
  });
};
Blob.prototype.text ??= async function (this: Blob) {
  return new TextDecoder().decode(await this.arrayBuffer());
};

// Files and what is packed are read in slices.
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
