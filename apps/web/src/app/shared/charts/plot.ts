import {
  ChangeDetectionStrategy,
  Component,
  computed,
  CSP_NONCE,
  ElementRef,
  inject,
  input,
  viewChild,
  type OnDestroy,
} from '@angular/core';
import type { Config, Data, Layout } from 'plotly.js';
import { Appearance } from '../look/appearance';
import { whenChanged } from '../requests/when-changed';

/** Plotly's parts that are used here. */
interface Plotly {
  react(
    host: HTMLElement,
    data: Data[],
    layout: Partial<Layout>,
    config: Partial<Config>,
  ): Promise<unknown>;
  purge(host: HTMLElement): void;
}

/** The colours that a chart takes from the page, by the role they play. */
export interface PlotColours {
  readonly ink: string;
  readonly soft: string;
  readonly line: string;
  readonly lower: string;
  readonly higher: string;
  readonly attention: string;
}

/** Charts are drawn with what a colour is now, so they are drawn anew when light turns to dark. */
export type Drawing = (colours: PlotColours) => {
  readonly data: Data[];
  readonly layout: Partial<Layout>;
};

/** A chart; what it shows is said in words beside it, and in its label. */
@Component({
  selector: 'hl-plot',
  template: `<div #host class="plot" role="figure" [attr.aria-label]="label()"></div>`,
  styles: `
    :host {
      display: block;
    }
    .plot {
      height: var(--plot-height, 260px);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Plot implements OnDestroy {
  readonly label = input.required<string>();
  readonly drawing = input.required<Drawing>();

  private readonly appearance = inject(Appearance);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly due = computed(() => ({
    drawing: this.drawing(),
    host: this.host().nativeElement,
    appearance: this.appearance.choice(),
  }));
  private readonly nonce = inject(CSP_NONCE, { optional: true });
  private plotly: Promise<Plotly> | null = null;
  private ended = false;

  constructor() {
    whenChanged(this.due, ({ drawing, host }) => {
      void this.draw(drawing, host);
    });
  }

  ngOnDestroy(): void {
    this.ended = true;
    const host = this.host().nativeElement;
    void this.plotly?.then((plotly) => {
      plotly.purge(host);
    });
  }

  private async draw(drawing: Drawing, host: HTMLElement): Promise<void> {
    this.plotly ??= loadPlotly(this.nonce);
    const plotly = await this.plotly;
    if (this.ended) return;
    const colours = coloursOf(host);
    const { data, layout } = drawing(colours);
    await plotly.react(host, data, { ...frame(colours), ...layout }, CONFIG);
  }
}

const CONFIG: Partial<Config> = { displayModeBar: false, responsive: true };

/** Asked for only where a chart is shown: it is as large as the rest of the application. */
async function loadPlotly(nonce: string | null): Promise<Plotly> {
  makeStyles(nonce);
  const module = (await import('plotly.js-basic-dist-min')) as unknown as {
    default?: Plotly;
  } & Plotly; // the bundle has no types of its own, and is a CommonJS module
  return module.default ?? module;
}

/** Its style sheet, under the page's own nonce: what Plotly would add itself is not let in. */
function makeStyles(nonce: string | null): void {
  const id = 'plotly.js-style-global';
  if (document.getElementById(id)) return;
  const style = document.createElement('style');
  style.id = id;
  if (nonce !== null) style.nonce = nonce;
  style.append('.js-plotly-plot { position: relative }');
  document.head.append(style);
}

function coloursOf(host: HTMLElement): PlotColours {
  const styles = getComputedStyle(host);
  const probe = document.createElement('span');
  host.append(probe);
  const colour = (name: string): string => {
    probe.style.color = styles.getPropertyValue(name); // light-dark() comes back as one colour
    return getComputedStyle(probe).color;
  };
  const colours = {
    ink: colour('--ink'),
    soft: colour('--soft-ink'),
    line: colour('--hairline'),
    lower: colour('--lower'),
    higher: colour('--higher'),
    attention: colour('--attention'),
  };
  probe.remove();
  return colours;
}

function frame({ ink, soft }: PlotColours): Partial<Layout> {
  return {
    font: { family: "'Source Sans 3 Variable', sans-serif", size: 12, color: soft },
    paper_bgcolor: 'transparent',
    plot_bgcolor: 'transparent',
    margin: { l: 56, r: 56, t: 12, b: 40 },
    hoverlabel: { font: { color: ink } },
    showlegend: true,
    legend: { orientation: 'h', y: 1.14, x: 0 },
  };
}
