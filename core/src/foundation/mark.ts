/** Short marks of texts, to tell whether two of them are alike without keeping them. */

/** FNV-1a, 32 bit, as hex (Fowler, Noll and Vo). Two different texts share one in four thousand million. */
export function markOf(text: string): string {
  let hash = 2166136261;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
