type Vector = readonly [number, number, number];

/** Turns that bring a direction of the part straight down. */
export function turnDown([x, y, z]: Vector): Vector {
  const deg = (a: number): number => {
    const d = Number(((a * 180) / Math.PI).toFixed(3));
    return d > 180 ? d - 360 : d <= -180 ? d + 360 : d === 0 ? 0 : d;
  };
  const r = Math.hypot(y, z);
  return [deg(r < 1e-9 ? 0 : Math.atan2(y, z) + Math.PI), deg(Math.atan2(x, r)), 0];
}
