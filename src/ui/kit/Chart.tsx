"use client";

import type { EChartsCoreOption } from "echarts/core";
import { color, type EChartsType, init, use as register } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";

register([SVGRenderer]);

/** The colours and letters of the theme, for a chart. */
export interface ChartLook {
  readonly colour: (name: string) => string;
  /** So much of a colour over the panel's, 0 to 1. */
  readonly shade: (name: string, share: number) => string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
}

interface ChartProps {
  /** What it shows, for who does not see it. */
  label: string;
  className: string;
  /** What is drawn, in the look of the theme; always the same function as long as nothing changes. */
  option: (look: ChartLook) => EChartsCoreOption;
  /** A press on something that is drawn: its data. */
  onPress?: (data: unknown) => void;
}

/** A chart, drawn anew as its data, its size or the theme change. Its parts are registered by who uses it. */
export function Chart({ label, className, option, onPress }: ChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  const press = useRef(onPress);
  useEffect(() => {
    press.current = onPress;
  });
  useEffect(() => {
    const made = init(box.current, null, { renderer: "svg" });
    chart.current = made;
    made.on("click", ({ data }) => press.current?.(data));
    const watcher = new ResizeObserver(() => made.resize());
    watcher.observe(box.current!);
    return () => {
      watcher.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => {
    const draw = () => chart.current?.setOption({ animation: false, ...option(lookNow()) }, { notMerge: true });
    draw();
    const watcher = new MutationObserver(draw);
    watcher.observe(document.documentElement, { attributeFilter: ["data-theme"] });
    return () => watcher.disconnect();
  }, [option]);
  return <div ref={box} role="img" aria-label={label} className={className} />;
}

function lookNow(): ChartLook {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    colour,
    shade: (name, share) => color.lerp(share, [colour("panel"), colour(name)]),
    text: { color: colour("soft"), fontFamily: style.getPropertyValue("--sans"), fontSize: 11 },
  };
}
