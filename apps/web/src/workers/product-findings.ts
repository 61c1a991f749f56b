import type { Finding } from '@brelm/core/proof';

/** What is wrong with the artwork as a product shows it. */
export interface ProductFinding {
  severity: 'stop' | 'watch';
  message: string;
}

/** What stands in the way of a product's files, or makes them look poor: each once, stops first, none that is accepted. */
export function productFindings(
  found: readonly Pick<Finding, 'severity' | 'message' | 'accepted'>[],
): ProductFinding[] {
  const out = new Map<string, ProductFinding>();
  for (const { severity, message, accepted } of found)
    if (severity !== 'note' && accepted === undefined && out.get(message)?.severity !== 'stop')
      out.set(message, { severity, message });
  return [...out.values()].sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}
