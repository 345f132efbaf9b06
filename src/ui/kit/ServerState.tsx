"use client";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";

/** Keeps what was asked of the server for what is inside. */
export function ServerState({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          // The server may be this machine: without a network it is there all the same.
          queries: { staleTime: 5_000, retry: 1, refetchOnWindowFocus: false, networkMode: "always" },
          mutations: { networkMode: "always" },
        },
      }),
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
