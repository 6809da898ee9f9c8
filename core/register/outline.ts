/** A plain drawing of a machine on a field of 100 × 60: boxes for its parts, and where the number of each point stands. */
export type Outline = { boxes: OutlineBox[]; points: Record<string, [number, number]> };
export type OutlineBox = { label: string; x: number; y: number; width: number; height: number };

export const fieldWidth = 100;
export const fieldHeight = 60;

/** The drawing of a machine nobody has drawn yet: one box, the points around it in walking order, clockwise from the left. */
export function usualOutline(name: string, pointIds: readonly string[]): Outline {
  // Many numbers need a longer way around.
  const box: OutlineBox =
    pointIds.length > 16
      ? { label: name, x: 4, y: 4, width: 92, height: 52 }
      : { label: name, x: 22, y: 15, width: 56, height: 30 };
  const around = 2 * (box.width + box.height);
  const place = (index: number): [number, number] => {
    let way = ((index + 0.5) / pointIds.length) * around;
    // Starts in the middle of the left side, so that a walk end to end reads from left to right.
    way = (way + box.height / 2) % around;
    if (way < box.height) return [box.x, box.y + box.height - way];
    way -= box.height;
    if (way < box.width) return [box.x + way, box.y];
    way -= box.width;
    if (way < box.height) return [box.x + box.width, box.y + way];
    return [box.x + box.width - (way - box.height), box.y + box.height];
  };
  return { boxes: [box], points: Object.fromEntries(pointIds.map((id, index) => [id, place(index)])) };
}

/** The drawing as it stands, with points added since placed as in the usual one; points taken off are left out. */
export function completeOutline(
  outline: Outline | null | undefined,
  name: string,
  pointIds: readonly string[],
): Outline {
  const usual = usualOutline(name, pointIds);
  if (!outline) return usual;
  return {
    boxes: outline.boxes,
    points: Object.fromEntries(pointIds.map((id) => [id, outline.points[id] ?? usual.points[id]!])),
  };
}
