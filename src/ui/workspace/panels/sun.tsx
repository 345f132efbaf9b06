"use client";

export { SunCharts as default } from "../../airwaves/SunCharts";
