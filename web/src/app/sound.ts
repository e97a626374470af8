let sound: AudioContext | null = null

/** A short tone at a change; silent where the browser has no sound. */
export function beep(high = false): void {
  try {
    sound ??= new AudioContext()
    const tone = sound.createOscillator()
    const gain = sound.createGain()
    tone.frequency.value = high ? 1180 : 740
    gain.gain.setValueAtTime(0.25, sound.currentTime)
    gain.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.18)
    tone.connect(gain).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + 0.2)
  } catch {
    // No sound here: the words and the screen say the same.
  }
}
