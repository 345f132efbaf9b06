"use client";

export { Alerts as default } from "../../alerts/Alerts";
