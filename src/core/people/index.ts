export * from "./right";
