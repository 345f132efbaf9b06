export * from "./callException";
export * from "./contact";
export * from "./event";
export * from "./job";
export * from "./logbook";
export * from "./problem";
export * from "./reading";
export * from "./service";
