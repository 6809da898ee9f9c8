/**
 * The shortest closed walk through all of some places, as far as a given number of attempts finds it. Local search by 2-opt
 * (two ways are exchanged, what lies between is walked the other way round) and Or-opt (up to three neighbouring places move
 * elsewhere); when nothing helps any more, two neighbouring pieces change places by chance and the surroundings are mended
 * again. What is not better is taken back. Sources: Croes 1958; Or 1976; Martin, Otto and Felten 1991; don't-look bits by
 * Bentley 1992.
 */

/** So many nearest places are tried as a new neighbour. */
const nearestTried = 10;
/** Or-opt moves up to so many places together. */
const longestMoved = 3;
/** The pieces that change places are at most so long. */
const longestPiece = 30;
/** Smaller differences are rounding. */
const rounding = 1e-9;
/** After so many attempts whoever asked is told how it stands. */
const attemptsPerReport = 200;

/** The `most` nearest other places of each place, nearest first; ties by number. */
export function nearestOf(cost: Float64Array, size: number, most: number): Int32Array[] {
  const length = Math.min(most, size - 1);
  return Array.from({ length: size }, (_, from) => {
    const nearest = new Int32Array(length);
    let count = 0;
    for (let to = 0; to < size; to += 1) {
      const way = cost[from * size + to]!;
      if (to === from || (count === length && way >= cost[from * size + nearest[length - 1]!]!)) continue;
      let place = count < length ? count++ : length - 1;
      for (; place > 0 && cost[from * size + nearest[place - 1]!]! > way; place -= 1)
        nearest[place] = nearest[place - 1]!;
      nearest[place] = to;
    }
    return nearest;
  });
}

/** A closed walk that knows where each place stands in it, and can take back what was done to it. */
class Tour {
  readonly order: Int32Array;
  private readonly at: Int32Array;
  private readonly done: { from: number; count: number }[] = [];

  constructor(order: Int32Array) {
    this.order = order;
    this.at = new Int32Array(order.length);
    for (const [index, place] of order.entries()) this.at[place] = index;
  }

  next(place: number): number {
    const index = this.at[place]! + 1;
    return this.order[index === this.order.length ? 0 : index]!;
  }

  previous(place: number): number {
    const index = this.at[place]!;
    return this.order[(index === 0 ? this.order.length : index) - 1]!;
  }

  /** Walks the way from `first` on to `last` the other way round; or all the rest, which comes to the same closed walk. */
  reverse(first: number, last: number): void {
    const size = this.order.length;
    const [from, to] = [this.at[first]!, this.at[last]!];
    const count = ((to - from + size) % size) + 1;
    if (2 * count <= size) this.turn(from, count);
    else this.turn((to + 1) % size, size - count);
  }

  /** Takes the way from `first` to `last` out and puts it between `x` and the place after it, turned or as it is. */
  move(first: number, last: number, x: number, turned: boolean): void {
    const before = this.previous(first);
    const after = this.next(last);
    this.reverse(first, x);
    this.flip(before, x, after);
    if (!turned) this.flip(x, last, first);
  }

  /** Exchanges two neighbouring pieces that begin after a position. */
  exchange(from: number, firstLength: number, secondLength: number): void {
    const size = this.order.length;
    this.turn(from % size, firstLength + secondLength);
    this.turn(from % size, secondLength);
    this.turn((from + secondLength) % size, firstLength);
  }

  /** Forgets how it came about. */
  keep(): void {
    this.done.length = 0;
  }

  /** Back to how it was when it was last kept. */
  takeBack(): void {
    while (this.done.length > 0) {
      const { from, count } = this.done.pop()!;
      this.swapEnds(from, count);
    }
  }

  /** Reverses the way between two places, of which `first` stands beside `outside`, whichever way round the walk goes now. */
  private flip(outside: number, first: number, last: number): void {
    if (this.next(outside) === first) this.reverse(first, last);
    else this.reverse(last, first);
  }

  private turn(from: number, count: number): void {
    this.done.push({ from, count });
    this.swapEnds(from, count);
  }

  private swapEnds(from: number, count: number): void {
    const { order, at } = this;
    const size = order.length;
    let [low, high] = [from, (from + count - 1) % size];
    for (let left = count >> 1; left > 0; left -= 1) {
      const [a, b] = [order[low]!, order[high]!];
      order[low] = b;
      at[b] = low;
      order[high] = a;
      at[a] = high;
      low = low + 1 === size ? 0 : low + 1;
      high = high === 0 ? size - 1 : high - 1;
    }
  }
}

/** Improves a tour around some places until nothing there gets shorter. */
class Mender {
  private readonly waiting: Int32Array;
  private readonly isWaiting: Uint8Array;
  private count = 0;
  private head = 0;

  constructor(
    private readonly tour: Tour,
    private readonly cost: Float64Array,
    private readonly near: Int32Array[],
  ) {
    this.waiting = new Int32Array(near.length);
    this.isWaiting = new Uint8Array(near.length);
  }

  lookAt(place: number): void {
    if (this.isWaiting[place]) return;
    this.isWaiting[place] = 1;
    this.waiting[(this.head + this.count) % this.waiting.length] = place;
    this.count += 1;
  }

  /** @returns how much shorter the tour became */
  mend(): number {
    let gained = 0;
    while (this.count > 0) {
      const place = this.waiting[this.head]!;
      this.head = (this.head + 1) % this.waiting.length;
      this.count -= 1;
      this.isWaiting[place] = 0;
      for (let gain = this.betterAt(place); gain > 0; gain = this.betterAt(place)) gained += gain;
    }
    return gained;
  }

  private betterAt(place: number): number {
    return this.exchangedAfter(place) || this.exchangedBefore(place) || this.movedOn(place) || this.movedBack(place);
  }

  private way(a: number, b: number): number {
    return this.cost[a * this.near.length + b]!;
  }

  private lookAtAll(...places: number[]): void {
    for (const place of places) this.lookAt(place);
  }

  private exchangedAfter(a: number): number {
    const { tour } = this;
    const after = tour.next(a);
    const old = this.way(a, after);
    for (const c of this.near[a]!) {
      const fresh = this.way(a, c);
      if (fresh >= old) return 0;
      const afterC = tour.next(c);
      const gain = old + this.way(c, afterC) - fresh - this.way(after, afterC);
      if (gain <= rounding) continue;
      tour.reverse(after, c);
      this.lookAtAll(a, after, c, afterC);
      return gain;
    }
    return 0;
  }

  private exchangedBefore(a: number): number {
    const { tour } = this;
    const before = tour.previous(a);
    const old = this.way(before, a);
    for (const c of this.near[a]!) {
      const fresh = this.way(a, c);
      if (fresh >= old) return 0;
      const beforeC = tour.previous(c);
      const gain = old + this.way(beforeC, c) - fresh - this.way(before, beforeC);
      if (gain <= rounding) continue;
      tour.reverse(c, before);
      this.lookAtAll(a, before, c, beforeC);
      return gain;
    }
    return 0;
  }

  /** The piece that begins with a place goes elsewhere, its first place beside a near one. */
  private movedOn(first: number): number {
    const { tour } = this;
    let last = first;
    const piece = new Set<number>();
    for (let length = 1; length <= longestMoved && piece.size + 3 < this.near.length; length += 1) {
      piece.add(last);
      const gain = this.placed(first, last, piece, true);
      if (gain > 0) return gain;
      last = tour.next(last);
    }
    return 0;
  }

  /** The same for the piece that ends with it. */
  private movedBack(last: number): number {
    const { tour } = this;
    let first = last;
    const piece = new Set<number>();
    for (let length = 1; length <= longestMoved && piece.size + 3 < this.near.length; length += 1) {
      piece.add(first);
      const gain = this.placed(first, last, piece, false);
      if (gain > 0) return gain;
      first = tour.previous(first);
    }
    return 0;
  }

  /** @param byFirst whether the first place of the piece comes beside a near one, or its last */
  private placed(first: number, last: number, piece: ReadonlySet<number>, byFirst: boolean): number {
    const { tour } = this;
    const [before, after] = [tour.previous(first), tour.next(last)];
    const freed = this.way(before, first) + this.way(last, after) - this.way(before, after);
    if (freed <= rounding) return 0;
    const [end, other] = byFirst ? [first, last] : [last, first];
    for (const c of this.near[end]!) {
      const beside = this.way(end, c);
      if (beside >= freed) return 0;
      if (piece.has(c)) continue;
      for (const onwards of [true, false]) {
        const d = onwards ? tour.next(c) : tour.previous(c);
        if (piece.has(d)) continue;
        const gain = freed - beside - this.way(other, d) + this.way(c, d);
        if (gain <= rounding) continue;
        // As it is, the piece's first place comes after `x`; turned, its last.
        const x = onwards ? c : d;
        tour.move(first, last, x, onwards !== byFirst);
        this.lookAtAll(before, after, first, last, c, d);
        return gain;
      }
    }
    return 0;
  }
}

/** The length of a closed walk. */
export function tourLength(order: ArrayLike<number>, cost: Float64Array, size: number): number {
  let length = 0;
  for (let index = 0; index < order.length; index += 1)
    length += cost[order[index]! * size + order[(index + 1) % order.length]!]!;
  return length;
}

/** Always on to the nearest place that is left. */
export function nearestNeighbourTour(cost: Float64Array, size: number): Int32Array {
  const order = new Int32Array(size);
  const seen = new Uint8Array(size);
  seen[0] = 1;
  for (let index = 1; index < size; index += 1) {
    const from = order[index - 1]!;
    let nearest = -1;
    for (let to = 1; to < size; to += 1)
      if (!seen[to] && (nearest < 0 || cost[from * size + to]! < cost[from * size + nearest]!)) nearest = to;
    order[index] = nearest;
    seen[nearest] = 1;
  }
  return order;
}

/**
 * Finds a short closed walk. Comes back with the best so far now and then, and at last for good.
 * @param cost minutes or metres between all places, `size` rows of `size`, the same both ways
 * @param random numbers in [0, 1)
 * @param attempts how often chance disturbs it
 * @returns all places, beginning with place 0
 */
export function* shortestTour(
  cost: Float64Array,
  size: number,
  random: () => number,
  attempts: number,
): Generator<{ attempt: number; tour: Int32Array }, Int32Array> {
  const tour = new Tour(nearestNeighbourTour(cost, size));
  if (size < 5) return bestOfFew(cost, size);
  const mender = new Mender(tour, cost, nearestOf(cost, size, nearestTried));
  for (const place of tour.order) mender.lookAt(place);
  mender.mend();
  tour.keep();
  const fromStart = () => {
    const start = tour.order.indexOf(0);
    return Int32Array.from(tour.order, (_, index) => tour.order[(start + index) % size]!);
  };
  const longest = Math.min(longestPiece, Math.floor(size / 3));
  for (let attempt = 1; attempt <= attempts; attempt += 1) {
    const before = tourLengthAround(tour, cost, size, random, longest, mender);
    if (before - mender.mend() > rounding) tour.takeBack();
    else tour.keep();
    if (attempt % attemptsPerReport === 0) yield { attempt, tour: fromStart() };
  }
  return fromStart();
}

/** Exchanges two pieces by chance. @returns by how much that made the walk longer */
function tourLengthAround(
  tour: Tour,
  cost: Float64Array,
  size: number,
  random: () => number,
  longest: number,
  mender: Mender,
): number {
  const from = Math.floor(random() * size);
  const first = 1 + Math.floor(random() * longest);
  const second = 1 + Math.floor(random() * longest);
  const place = (index: number) => tour.order[(index + size) % size]!;
  const [a, b] = [place(from - 1), place(from)];
  const [c, d] = [place(from + first - 1), place(from + first)];
  const [e, f] = [place(from + first + second - 1), place(from + first + second)];
  tour.exchange(from, first, second);
  for (const each of [a, b, c, d, e, f]) mender.lookAt(each);
  const way = (x: number, y: number) => cost[x * size + y]!;
  return way(a, d) + way(e, b) + way(c, f) - way(a, b) - way(c, d) - way(e, f);
}

/** Four places at most: all orders are tried. */
function bestOfFew(cost: Float64Array, size: number): Int32Array {
  const orders =
    size < 4
      ? [[0, 1, 2].slice(0, size)]
      : [
          [0, 1, 2, 3],
          [0, 1, 3, 2],
          [0, 2, 1, 3],
        ];
  const shortest = orders.sort((a, b) => tourLength(a, cost, size) - tourLength(b, cost, size))[0]!;
  return Int32Array.from(shortest);
}
