/**
 * The address by which sign-in attempts are counted: of IPv6 the /64 network, because one household controls all of
 * its addresses.
 */
export function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/, '');
  if (!plain.includes(':')) return plain;
  const [head = '', tail = ''] = plain.split('%')[0]?.split('::') ?? [];
  const parts = [head, tail].map((side) => side.split(':').filter((part) => part !== ''));
  const [before = [], after = []] = parts;
  const zeros = Array<string>(Math.max(0, 8 - before.length - after.length)).fill('0');
  const whole = plain.includes('::') ? [...before, ...zeros, ...after] : before;
  return `${whole.slice(0, 4).join(':')}::/64`;
}
