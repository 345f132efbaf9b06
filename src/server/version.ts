import manifest from "../../package.json";

export const VERSION = manifest.version;
