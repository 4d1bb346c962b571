import { ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';
import { saveFile } from '../save-file';

/** Properties set by style sheets that a saved drawing must carry itself. */
const CARRIED = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'font-family',
  'font-size',
  'opacity',
] as const;

/** A frame around a drawing: its text equivalent, and saving it as an SVG file. */
@Component({
  selector: 'gan-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<figure>
    <ng-content />
    <figcaption class="visually-hidden">{{ text() }}</figcaption>
    <button
      type="button"
      class="plain-button save"
      (click)="save()"
      [attr.aria-label]="'Save as SVG: ' + name()"
    >
      <i class="bi bi-download" aria-hidden="true"></i> SVG
    </button>
  </figure>`,
  styles: `
    figure {
      margin: 0;
      position: relative;
    }
    .save {
      position: absolute;
      right: 0;
      bottom: 0;
      font: 500 0.8125rem var(--narrow);
      color: var(--ink-soft);
      padding: 6px;
      min-height: 32px;
    }
    @media (max-width: 700px) {
      .save {
        position: static;
        display: block;
        margin-left: auto;
      }
    }
    @media print {
      .save {
        display: none;
      }
    }
  `,
})
export class DrawingComponent {
  /** Name of the saved file, without extension. */
  readonly name = input.required<string>();
  /** What the drawing shows, in words. */
  readonly text = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected save(): void {
    saveDrawing(this.host.nativeElement, this.name());
  }
}

/** Saves the drawing inside an element as a file of this name. */
export function saveDrawing(within: HTMLElement, name: string): void {
  const svg = within.querySelector('svg');
  if (svg) saveFile(`${name}.svg`, standalone(svg), 'image/svg+xml');
}

/** The drawing as a standalone file that looks as it does on screen. */
export function standalone(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  const [shown, copied] = [svg, copy].map((root) => [root, ...root.querySelectorAll<SVGElement>('*')]);
  shown!.forEach((element, i) => {
    const style = getComputedStyle(element);
    for (const property of CARRIED) copied![i]!.setAttribute(property, style.getPropertyValue(property));
  });
  return new XMLSerializer().serializeToString(copy);
}
