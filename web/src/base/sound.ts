let sound: AudioContext | null = null

/** Opens the sound ahead of the first tone: that takes a while, and must not fall into a trial. */
export function readySound(): void {
  try {
    sound ??= new AudioContext()
  } catch {
    /* No sound here. */
  }
}

/** A short tone at a change; silent where the browser has no sound. */
export function beep(high = false): void {
  try {
    readySound()
    if (!sound) return
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
