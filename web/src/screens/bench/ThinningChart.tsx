import {
  type Cup,
  type CupTarget,
  cupSeconds,
  expectedViscosity,
  type ThinningFit,
  uncertaintyAt,
} from '@upholder/core/mixing';
import Plotly from 'plotly.js-cartesian-dist-min';
import { useEffect, useRef } from 'react';

const POINTS = 40;

/** Seconds against thinner: the readings, the line through them with what is not sure, the target, the sheet's maximum. */
export function ThinningChart({
  fit,
  cup,
  target,
  maximum,
  readings,
}: {
  fit: ThinningFit;
  cup: Cup;
  target: CupTarget;
  maximum: number;
  readings: readonly { fraction: number; seconds: number }[];
}) {
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const host = element.current;
    if (!host) return;
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
    const [ink, quiet, act, stop, line] = ['ink', 'quiet', 'act', 'stop', 'line'].map(colour);
    const end = Math.max(maximum * 1.15, ...readings.map(({ fraction }) => fraction * 1.1));
    const at = Array.from({ length: POINTS + 1 }, (_, index) => (end * index) / POINTS);
    const seconds = (fraction: number, side: number) =>
      cupSeconds(
        cup,
        expectedViscosity(fit, fraction) * Math.exp(side * 1.645 * uncertaintyAt(fit, fraction)),
      );
    const percent = at.map((fraction) => fraction * 100);
    const traces = [
      { x: percent, y: at.map((f) => seconds(f, 1)), mode: 'lines', line: { width: 0 }, hoverinfo: 'skip' },
      {
        x: percent,
        y: at.map((f) => seconds(f, -1)),
        mode: 'lines',
        line: { width: 0 },
        fill: 'tonexty',
        fillcolor: `${act}22`,
        hoverinfo: 'skip',
      },
      { x: percent, y: at.map((f) => seconds(f, 0)), mode: 'lines', line: { color: act, width: 3 } },
      {
        x: readings.map(({ fraction }) => fraction * 100),
        y: readings.map((reading) => reading.seconds),
        mode: 'markers',
        marker: { color: ink, size: 12, symbol: 'diamond' },
      },
    ];
    const wanted = {
      type: 'rect',
      xref: 'paper',
      x0: 0,
      x1: 1,
      y0: target.fromS ?? 0,
      y1: target.toS,
      fillcolor: ink,
      opacity: 0.1,
      line: { width: 0 },
    };
    const most = {
      type: 'line',
      x0: maximum * 100,
      x1: maximum * 100,
      yref: 'paper',
      y0: 0,
      y1: 1,
      line: { color: stop, width: 2 },
    };
    const axis = { gridcolor: line, zerolinecolor: line, color: quiet, tickfont: { size: 15 } };
    void Plotly.react(
      host,
      traces,
      {
        height: 260,
        margin: { l: 48, r: 12, t: 8, b: 48 },
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        font: { family: 'Archivo Variable, system-ui, sans-serif', color: ink },
        showlegend: false,
        xaxis: { ...axis, title: { text: 'thinner, % on paint' } },
        yaxis: { ...axis, title: { text: `seconds, ${cup.name}` }, rangemode: 'normal' },
        shapes: [wanted, most],
        annotations: [
          {
            x: maximum * 100,
            y: 1,
            yref: 'paper',
            text: 'sheet',
            showarrow: false,
            xanchor: 'left',
            font: { color: stop },
          },
        ],
      },
      { displayModeBar: false, responsive: true },
    );
    return () => Plotly.purge(host);
  }, [fit, cup, target, maximum, readings]);
  return (
    <div
      ref={element}
      role="img"
      aria-label={`Seconds in ${cup.name} against thinner, with the target ${target.fromS === null ? 'up to' : `from ${target.fromS} to`} ${target.toS} s and the sheet’s maximum at ${(maximum * 100).toFixed(0)} %`}
      className="mt-4"
    />
  );
}
