import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  model,
  signal,
  viewChild,
} from '@angular/core';

/** Photos have this size, and are compressed until they fit a check. */
const MOST_WIDTH = 1000;
const MOST_BASE64 = 190_000;
const QUALITIES = [0.8, 0.6, 0.4, 0.25];

/** Camera capabilities missing from the browser type library. */
interface CameraAbilities extends MediaTrackCapabilities {
  readonly zoom?: { readonly min: number; readonly max: number };
  readonly torch?: boolean;
}

/**
 * The camera as a magnifier, with zoom and light where the device has them, and a photo of what it shows. It
 * identifies nothing: judging is left to the person.
 */
@Component({
  selector: 'gan-magnifier',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stream()) {
      <div class="view">
        <video
          #view
          autoplay
          playsinline
          muted
          [style.--zoom]="drawnZoom()"
          aria-label="What the camera sees"
        ></video>
      </div>
      <label>
        Zoom
        <input
          #zoomField
          type="range"
          class="form-range"
          min="1"
          [max]="mostZoom()"
          step="0.1"
          [value]="zoom()"
          (input)="zoomTo(+zoomField.value)"
        />
      </label>
      <div class="acts">
        <button type="button" class="button main" (click)="take()">Take the photo</button>
        @if (hasLight()) {
          <button type="button" class="button" [attr.aria-pressed]="lit()" (click)="switchLight()">
            Light
          </button>
        }
        <button type="button" class="button" (click)="close()">Close the camera</button>
      </div>
    } @else {
      <div class="acts">
        @if (mayLook) {
          <button type="button" class="button" (click)="open()">Look through the camera</button>
        }
        <label class="button file">
          {{ photo() ? 'Another photo' : 'Take or choose a photo' }}
          <input
            #file
            type="file"
            class="visually-hidden"
            accept="image/*"
            capture="environment"
            (change)="choose(file)"
          />
        </label>
        @if (photo()) {
          <button type="button" class="button" (click)="photo.set(null)">Remove the photo</button>
        }
      </div>
    }
    @if (problem()) {
      <p class="field-problem" role="alert">{{ problem() }}</p>
    }
    @if (source(); as src) {
      <img [src]="src" alt="The photo that goes with this check" />
    }
  `,
  styles: `
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .view {
      overflow: hidden;
      aspect-ratio: 4 / 3;
      background: var(--hole);
    }
    video {
      width: 100%;
      height: 100%;
      object-fit: cover;
      transform: scale(var(--zoom));
    }
    img {
      display: block;
      width: 100%;
      max-width: 320px;
      margin-top: 8px;
    }
    .file {
      display: inline-flex;
      align-items: center;
      margin: 0;
    }
    .file:focus-within {
      outline: 3px solid var(--info);
      outline-offset: 2px;
    }
  `,
})
export class MagnifierComponent {
  /** Base64 of a JPEG; null without one. */
  readonly photo = model<string | null>(null);

  private readonly view = viewChild<ElementRef<HTMLVideoElement>>('view');
  /** Browsers give a camera only to a page from this machine, or over TLS. */
  protected readonly mayLook = 'mediaDevices' in navigator;
  protected readonly stream = signal<MediaStream | null>(null);
  protected readonly zoom = signal(1);
  protected readonly lit = signal(false);
  protected readonly problem = signal('');
  private readonly abilities = signal<CameraAbilities>({});
  protected readonly hasLight = computed(() => this.abilities().torch === true);
  protected readonly mostZoom = computed(() => this.abilities().zoom?.max ?? 4);
  /** If the camera has no zoom of its own, the picture is enlarged. */
  protected readonly drawnZoom = computed(() => (this.abilities().zoom ? 1 : this.zoom()));
  protected readonly source = computed(() => {
    const photo = this.photo();
    return photo && `data:image/jpeg;base64,${photo}`;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.close());
    effect(() => {
      const view = this.view()?.nativeElement;
      if (view) view.srcObject = this.stream();
    });
  }

  protected async open(): Promise<void> {
    this.problem.set('');
    try {
      const video = { facingMode: 'environment', width: { ideal: 1920 } };
      const stream = await navigator.mediaDevices.getUserMedia({ video, audio: false });
      this.abilities.set((stream.getVideoTracks()[0]?.getCapabilities?.() ?? {}) as CameraAbilities);
      this.zoom.set(1);
      this.stream.set(stream);
    } catch {
      this.problem.set('The camera did not open. Allow it for this page, or take a photo instead.');
    }
  }

  protected close(): void {
    for (const track of this.stream()?.getTracks() ?? []) track.stop();
    this.stream.set(null);
    this.lit.set(false);
  }

  protected zoomTo(zoom: number): void {
    this.zoom.set(zoom);
    if (this.abilities().zoom) this.ask({ zoom });
  }

  protected switchLight(): void {
    this.lit.update((lit) => !lit);
    this.ask({ torch: this.lit() });
  }

  protected take(): void {
    const view = this.view()?.nativeElement;
    if (!view || view.videoWidth === 0) {
      this.problem.set('The camera shows nothing yet. Try again.');
      return;
    }
    const shown = 1 / this.drawnZoom();
    const [width, height] = [view.videoWidth * shown, view.videoHeight * shown];
    const from = { x: (view.videoWidth - width) / 2, y: (view.videoHeight - height) / 2, width, height };
    this.keep(view, from);
    this.close();
  }

  protected async choose(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    try {
      const image = await createImageBitmap(file);
      this.keep(image, { x: 0, y: 0, width: image.width, height: image.height });
      image.close();
    } catch {
      this.problem.set('That is no photo that can be read. Choose a JPEG or PNG.');
    }
  }

  /** Draws a part of the picture, scaled down, and compresses it until it is small enough. */
  private keep(
    image: CanvasImageSource,
    from: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  ): void {
    const scale = Math.min(1, MOST_WIDTH / from.width);
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(from.width * scale);
    canvas.height = Math.round(from.height * scale);
    canvas
      .getContext('2d')
      ?.drawImage(image, from.x, from.y, from.width, from.height, 0, 0, canvas.width, canvas.height);
    const pressed = QUALITIES.map((quality) => canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '');
    const photo = pressed.find(({ length }) => length > 0 && length <= MOST_BASE64);
    this.problem.set(
      photo ? '' : 'The photo is too large to go with the check. Go closer, and take it again.',
    );
    if (photo) this.photo.set(photo);
  }

  private ask(constraint: object): void {
    const [track] = this.stream()?.getVideoTracks() ?? [];
    track?.applyConstraints({ advanced: [constraint] }).catch(() => {
      this.problem.set('The camera does not do that.');
    });
  }
}
