import { Injectable } from '@angular/core';
import type { ELK, ElkNode } from 'elkjs/lib/elk-api';

/** Lays a net of boxes and joints out, in a worker of its own that is fetched when first needed. */
@Injectable({ providedIn: 'root' })
export class NetLayout {
  private elk: Promise<ELK> | null = null;

  /** @returns the net with places. @throws what the layout throws, or that its worker could not be loaded */
  async layOut(net: ElkNode): Promise<ElkNode> {
    this.elk ??= this.begin();
    try {
      return await (await this.elk).layout(net);
    } catch (error) {
      this.elk = null;
      throw error;
    }
  }

  private async begin(): Promise<ELK> {
    const { default: Elk } = await import('elkjs/lib/elk-api');
    return new Elk({
      algorithms: ['layered'],
      workerFactory: () => new Worker(new URL('./layout.worker', import.meta.url), { type: 'module' }),
    });
  }
}
