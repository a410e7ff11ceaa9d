const RATE_HZ = 8000;

/** A WAV of a made-up compressor beside a hum and noise, off and on in turn for the given seconds. */
export function soundOfCompressor(seconds: readonly number[]): Buffer {
  const count = seconds.reduce((sum, s) => sum + s * RATE_HZ, 0);
  const wav = Buffer.alloc(44 + count * 2);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + count * 2, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(RATE_HZ, 24);
  wav.writeUInt32LE(RATE_HZ * 2, 28);
  wav.writeUInt16LE(2, 32);
  wav.writeUInt16LE(16, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(count * 2, 40);
  let state = 7;
  let at = 0;
  for (const [k, length] of seconds.entries()) {
    for (let n = 0; n < length * RATE_HZ; n++, at++) {
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
      const noise = (state / 4_294_967_296 - 0.5) * 0.04;
      const hum = 0.01 * Math.sin((2 * Math.PI * 50 * at) / RATE_HZ);
      const running = k % 2 === 1 ? 0.2 * Math.sin((2 * Math.PI * 97 * at) / RATE_HZ) : 0;
      wav.writeInt16LE(Math.round(32_767 * (noise + hum + running)), 44 + at * 2);
    }
  }
  return wav;
}
