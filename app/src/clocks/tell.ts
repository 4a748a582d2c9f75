/** Tells that something is free: by a notification where the browser was allowed to, else by a sound and the page's title. */

const TOLD = 'aldrek.clocks-told';
const MOST_KEPT = 40;

export interface News {
  /** Told once, in whichever tab comes first. */
  readonly id: string;
  readonly title: string;
  readonly body: string;
}

export function tell({ id, title, body }: News): void {
  if (!first(id)) return;
  if (typeof Notification !== 'undefined' && Notification.permission === 'granted') {
    try {
      new Notification(title, { body, tag: id });
      return;
    } catch {
      // Some browsers allow them from a service worker only: then a sound does.
    }
  }
  sound();
  flashTitle(title);
}

/** Whether the browser may notify: asked for by a tap, never by itself. */
export async function askToNotify(): Promise<boolean> {
  if (typeof Notification === 'undefined') return false;
  return (await Notification.requestPermission()) === 'granted';
}

export const canAsk = (): boolean =>
  typeof Notification !== 'undefined' && Notification.permission === 'default';

function first(id: string): boolean {
  try {
    const told = (localStorage.getItem(TOLD) ?? '').split('\n').filter(Boolean);
    if (told.includes(id)) return false;
    localStorage.setItem(TOLD, [...told, id].slice(-MOST_KEPT).join('\n'));
    return true;
  } catch {
    return true;
  }
}

/** Two short tones. */
function sound(): void {
  try {
    const audio = new AudioContext();
    const gain = audio.createGain();
    gain.gain.value = 0.15;
    gain.connect(audio.destination);
    [0, 0.35].forEach((at, i) => {
      const tone = audio.createOscillator();
      tone.frequency.value = i === 0 ? 660 : 880;
      tone.connect(gain);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.25);
    });
    setTimeout(() => void audio.close(), 1500);
  } catch {
    // Without sound the title says it.
  }
}

let before: string | null = null;

/** The title says it until someone looks. */
function flashTitle(title: string): void {
  before ??= document.title;
  document.title = `● ${title}`;
  const back = (): void => {
    if (document.hidden || before === null) return;
    document.title = before;
    before = null;
    document.removeEventListener('visibilitychange', back);
    removeEventListener('pointerdown', back);
  };
  document.addEventListener('visibilitychange', back);
  addEventListener('pointerdown', back);
}
