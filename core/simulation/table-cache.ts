/** Keeps what is costly and seldom changes between two buildings of tables; the oldest goes first. */
export class TableCache {
  private readonly kept = new Map<string, unknown>();

  constructor(private readonly most = 60) {}

  of<Value>(key: string, make: () => Value): Value {
    if (this.kept.has(key)) return this.kept.get(key) as Value;
    const value = make();
    this.kept.set(key, value);
    const [oldest] = this.kept.keys();
    if (this.kept.size > this.most && oldest !== undefined) this.kept.delete(oldest);
    return value;
  }
}
