/**
 * The threshold under which a share `amount` of places lies, whose heights are given in any order: the wear takes just
 * that share of the ink. Rounded to a thousandth, so that it stays while the ink is moved a little.
 */
export function thresholdFor(heights: Float64Array, amount: number): number {
  if (amount <= 0 || heights.length === 0) return amount <= 0 ? 0 : amount;
  const sorted = Float64Array.from(heights).sort();
  if (amount >= 1) return Math.ceil(sorted[sorted.length - 1] * 1000 + 1) / 1000;
  const at = amount * sorted.length - 0.5;
  const i = Math.max(0, Math.min(sorted.length - 1, Math.floor(at)));
  const j = Math.min(sorted.length - 1, i + 1);
  const t = Math.max(0, Math.min(1, at - i));
  return Math.round((sorted[i] + (sorted[j] - sorted[i]) * t) * 1000) / 1000;
}
