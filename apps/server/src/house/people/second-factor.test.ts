import { Secret } from 'otpauth';
import { newRecoveryCodes, newSecret, recoveryHash, secretAddress, stepOf } from './second-factor';

/** RFC 6238, appendix B: the ASCII secret of its examples, the last six digits of its codes. */
const RFC = Secret.fromUTF8('12345678901234567890').base32;

describe('codes of the second factor', () => {
  it.each([
    [59, '287082', 1],
    [1111111109, '081804', 37037036],
    [1234567890, '005924', 41152263],
    [20000000000, '353130', 666666666],
  ])('at %d s it is %s', (seconds, code, step) => {
    expect(stepOf(RFC, code, seconds * 1000, 0)).toBe(step);
    // A clock that is half a minute off is let in, one of two minutes is not.
    expect(stepOf(RFC, code, (seconds + 30) * 1000, 0)).toBe(step);
    expect(stepOf(RFC, code, (seconds + 120) * 1000, 0)).toBeNull();
    // Nobody who looked over a shoulder uses it again.
    expect(stepOf(RFC, code, seconds * 1000, step)).toBeNull();
  });

  it.each(['', '28708', '2870822', '28 082', 'abcdef'])('%j is none', (code) =>
    expect(stepOf(RFC, code, 59_000, 0)).toBeNull(),
  );

  it('come from a secret of 160 bits, told as applications read it', () => {
    const secret = newSecret();
    expect(Secret.fromBase32(secret).bytes.length).toBe(20);
    const address = new URL(secretAddress(secret, 'maud@duskwren.example'));
    expect(address.protocol).toBe('otpauth:');
    expect(address.searchParams.get('secret')).toBe(secret);
    expect(address.searchParams.get('issuer')).toBe('Brelm');
  });
});

describe('recovery codes', () => {
  it('are ten that differ, read however they are typed', () => {
    const codes = newRecoveryCodes();
    expect(new Set(codes).size).toBe(10);
    for (const code of codes) {
      expect(code).toMatch(/^[a-hj-km-np-z2-9]{5}-[a-hj-km-np-z2-9]{5}$/);
      expect(recoveryHash(` ${code.toUpperCase().replace('-', ' ')} `)).toBe(recoveryHash(code));
    }
  });
});
