/** Three tones that are told apart without looking: fine is one high one, odd falls, dead is long and low. */
const TONES: Record<'fine' | 'odd' | 'dead', [hertz: number, from: number, seconds: number][]> = {
    fine: [[988, 0, 0.12]],
    odd: [
        [740, 0, 0.14],
        [494, 0.16, 0.18],
    ],
    dead: [[165, 0, 0.5]],
};

export type Tone = keyof typeof TONES;

export interface Sounds {
    /** 0 is off. */
    volume: number;
    speaks: boolean;
    /** Readings are taken by themselves. */
    walks: boolean;
}

const KEY = 'oculant.hands';

export function sounds(): Sounds {
    const usual = { volume: 0.4, speaks: false, walks: false };
    try {
        return { ...usual, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Sounds>) };
    } catch {
        return usual;
    }
}

export function keepSounds(changed: Partial<Sounds>): Sounds {
    const now = { ...sounds(), ...changed };
    localStorage.setItem(KEY, JSON.stringify(now));
    return now;
}

export const toneOf = (reading: { good: boolean; word: string }): Tone =>
    reading.good ? 'fine' : reading.word === 'dead' ? 'dead' : 'odd';

export function play(tone: Tone, volume = sounds().volume): void {
    if (volume <= 0 || typeof AudioContext === 'undefined') {
        return;
    }
    const audio = new AudioContext();
    const gain = audio.createGain();
    gain.gain.value = volume;
    gain.connect(audio.destination);
    let end = 0;
    for (const [hertz, from, seconds] of TONES[tone]) {
        const source = audio.createOscillator();
        source.frequency.value = hertz;
        source.connect(gain);
        source.start(audio.currentTime + from);
        source.stop(audio.currentTime + from + seconds);
        end = Math.max(end, from + seconds);
    }
    window.setTimeout(() => void audio.close(), 1000 * end + 200);
}

/** In few words, by the browser's own voice; nothing where it has none. */
export function speak(text: string): void {
    if (sounds().speaks && 'speechSynthesis' in window) {
        window.speechSynthesis.cancel();
        window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
    }
}
