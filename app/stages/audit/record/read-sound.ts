/** Low enough to hold hours in memory, high enough for the hum and rattle of a compressor. */
const SAMPLE_RATE_HZ = 8000;

/** One channel of a sound file, resampled, decoded by the browser. @throws what the browser cannot decode */
export async function readSound(file: File): Promise<{ samples: Float32Array; sampleRateHz: number }> {
  const context = new OfflineAudioContext(1, 1, SAMPLE_RATE_HZ);
  const buffer = await context.decodeAudioData(await file.arrayBuffer());
  const samples = new Float32Array(buffer.length);
  for (let channel = 0; channel < buffer.numberOfChannels; channel++) {
    const own = buffer.getChannelData(channel);
    for (let k = 0; k < samples.length; k++) samples[k]! += own[k]! / buffer.numberOfChannels;
  }
  return { samples, sampleRateHz: buffer.sampleRate };
}
