import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { create } from 'qrcode';

/** A QR code of a text, as one path. */
@Component({
  selector: 'gan-qr-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    [attr.viewBox]="'0 0 ' + code().size + ' ' + code().size"
    role="img"
    [attr.aria-label]="'QR code of ' + text()"
    shape-rendering="crispEdges"
  >
    <rect class="ground" [attr.width]="code().size" [attr.height]="code().size" />
    <path [attr.d]="code().path" />
  </svg>`,
  styles: `
    svg {
      display: block;
      width: 100%;
    }
    .ground {
      fill: #fff;
    }
    path {
      fill: #000;
    }
  `,
})
export class QrCodeComponent {
  readonly text = input.required<string>();

  protected readonly code = computed(() => {
    const { modules } = create(this.text(), { errorCorrectionLevel: 'M' });
    const quiet = 2;
    const dark = Array.from(modules.data, (bit, i) => ({
      bit,
      x: i % modules.size,
      y: Math.floor(i / modules.size),
    }));
    const path = dark
      .flatMap(({ bit, x, y }) => (bit ? [`M${x + quiet} ${y + quiet}h1v1h-1z`] : []))
      .join('');
    return { size: modules.size + 2 * quiet, path };
  });
}
