/** Bits in the order of deflate, the lowest first, into bytes that grow. */
export class BitWriter {
  private bytes = new Uint8Array(1 << 16);
  private length = 0;
  private hold = 0;
  private held = 0;

  /** Adds the lowest `count` bits (at most 16). */
  put(bits: number, count: number): void {
    this.hold |= bits << this.held;
    this.held += count;
    while (this.held >= 8) {
      if (this.length === this.bytes.length) this.grow();
      this.bytes[this.length++] = this.hold & 255;
      this.hold >>>= 8;
      this.held -= 8;
    }
  }

  /** Fills the last byte up with zeros. */
  align(): void {
    if (this.held) this.put(0, 8 - this.held);
  }

  /** The whole bytes so far, which are then the caller's; bits of a byte that is not whole stay. */
  take(): Uint8Array {
    const out = this.bytes.slice(0, this.length);
    this.length = 0;
    return out;
  }

  private grow(): void {
    const more = new Uint8Array(this.bytes.length * 2);
    more.set(this.bytes);
    this.bytes = more;
  }
}
