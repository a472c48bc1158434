import { Injectable } from '@angular/core';

/** How long a tone sounds, s. */
const TONE_S = 0.14;
const LOUDNESS = 0.18;

/** What is heard while both hands are at the bobs: tones or a voice, or nothing. */
@Injectable()
export class Prompts {
  private audio: AudioContext | undefined;

  /** A tone for the next card, or the line's name spoken. */
  say(how: 'silent' | 'tones' | 'spoken', words: string): void {
    if (how === 'tones') this.tone(660);
    if (how === 'spoken') this.speak(words);
  }

  /** Two falling tones: the student may step out. */
  release(how: 'silent' | 'tones' | 'spoken'): void {
    if (how === 'tones') {
      this.tone(520);
      this.tone(350, TONE_S * 1.4);
    }
    if (how === 'spoken') this.speak('Step out');
  }

  private tone(hertz: number, inS = 0): void {
    // Browsers without sound, and pages that were never touched, stay silent.
    if (typeof AudioContext === 'undefined') return;
    this.audio ??= new AudioContext();
    const { audio } = this;
    const oscillator = audio.createOscillator();
    const loudness = audio.createGain();
    const at = audio.currentTime + inS;
    oscillator.frequency.value = hertz;
    loudness.gain.setValueAtTime(LOUDNESS, at);
    loudness.gain.exponentialRampToValueAtTime(0.001, at + TONE_S);
    oscillator.connect(loudness).connect(audio.destination);
    oscillator.start(at);
    oscillator.stop(at + TONE_S);
  }

  private speak(words: string): void {
    if (typeof speechSynthesis === 'undefined') return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }
}
