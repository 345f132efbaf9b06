import type { MetadataRoute } from "next";

/** How browsers install the application. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Ypsiloid",
    short_name: "Ypsiloid",
    description: "A radio amateur's log",
    start_url: "/desk",
    display: "standalone",
    background_color: "#e8edf0",
    theme_color: "#0b6b72",
    icons: [{ src: "/icon.svg", sizes: "any", type: "image/svg+xml" }],
  };
}
