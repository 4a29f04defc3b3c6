/**
 * What surely comes before what, kept as pairs are added: for each of `size` things, by its number, a bit for each
 * thing before it. In a circle each comes before itself. Adding pairs of one later thing in a row is cheapest.
 */
export class Ancestors {
  private readonly rows: readonly Uint32Array[];
  /** The thing that got something before it and has not told those that wait for it yet. */
  private grown: number | null = null;

  constructor(private readonly size: number) {
    this.rows = Array.from({ length: size }, () => new Uint32Array(Math.ceil(size / 32)));
  }

  /** `earlier`, and all before it, comes before `later` and all that wait for it. O(size² / 32) at worst. */
  add(later: number, earlier: number): void {
    if (this.grown !== later) this.tellWaiting();
    const row = this.rows[later];
    const added = this.rows[earlier];
    if (!row || !added) throw new RangeError(`${later} and ${earlier} are to be under ${this.size}`);
    // What follows already brings all before it along.
    if (isSet(row, earlier)) return;
    for (let i = 0; i < row.length; i++) row[i] = (row[i] ?? 0) | (added[i] ?? 0);
    row[earlier >> 5] = (row[earlier >> 5] ?? 0) | (1 << (earlier & 31));
    this.grown = later;
  }

  has(later: number, earlier: number): boolean {
    const row = this.rows[later];
    if (!row) return false;
    if (isSet(row, earlier)) return true;
    const news = this.grown === null || !isSet(row, this.grown) ? undefined : this.rows[this.grown];
    return news !== undefined && isSet(news, earlier);
  }

  /** The numbers of all that comes before, upwards. */
  before(later: number): number[] {
    this.tellWaiting();
    const row = this.rows[later];
    return row ? [...Array(this.size).keys()].filter((i) => isSet(row, i)) : [];
  }

  private tellWaiting(): void {
    if (this.grown === null) return;
    const [grown, news] = [this.grown, this.rows[this.grown]];
    this.grown = null;
    if (!news) return;
    for (const row of this.rows) {
      if (row === news || !isSet(row, grown)) continue;
      for (let i = 0; i < row.length; i++) row[i] = (row[i] ?? 0) | (news[i] ?? 0);
    }
  }
}

const isSet = (row: Uint32Array, i: number): boolean => ((row[i >> 5] ?? 0) & (1 << (i & 31))) !== 0;
