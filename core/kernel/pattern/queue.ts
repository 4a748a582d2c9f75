/** A queue by priority: a heap over an array, the greatest on top. Packages can't be linked in here. */
export class Queue<T> {
  private readonly priorities: Array<f64> = [];
  private readonly entries: Array<T> = [];

  get length(): i32 {
    return this.entries.length;
  }

  /** The greatest priority; ask only where there is an entry. */
  get priority(): f64 {
    return this.priorities[0];
  }

  push(priority: f64, entry: T): void {
    this.priorities.push(priority);
    this.entries.push(entry);
    this.up(this.entries.length - 1, priority, entry);
  }

  /** Takes the entry of greatest priority out. */
  pop(): T {
    const top = this.entries[0];
    const entry = this.entries.pop();
    const priority = this.priorities.pop();
    if (this.entries.length > 0) this.down(priority, entry);
    return top;
  }

  private up(from: i32, priority: f64, entry: T): void {
    let at = from;
    while (at > 0) {
      const parent = (at - 1) >> 1;
      if (this.priorities[parent] >= priority) break;
      this.move(parent, at);
      at = parent;
    }
    this.set(at, priority, entry);
  }

  private down(priority: f64, entry: T): void {
    const many = this.entries.length;
    let at = 0;
    while (at < many >> 1) {
      const left = 2 * at + 1;
      const right = left + 1;
      const child = right < many && this.priorities[right] > this.priorities[left] ? right : left;
      if (this.priorities[child] <= priority) break;
      this.move(child, at);
      at = child;
    }
    this.set(at, priority, entry);
  }

  private move(from: i32, to: i32): void {
    this.set(to, this.priorities[from], this.entries[from]);
  }

  private set(at: i32, priority: f64, entry: T): void {
    this.priorities[at] = priority;
    this.entries[at] = entry;
  }
}
