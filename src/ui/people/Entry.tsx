"use client";

import { usePathname } from "next/navigation";
import type { ReactNode } from "react";
import { ServerState } from "../kit/ServerState";
import { JOIN_PATH } from "./joinPath";
import { SignInPage } from "./SignInPage";

/** What who has not signed in sees: an invitation where he follows one, and otherwise where to sign in. */
export function Entry({ children }: { children: ReactNode }) {
  return <ServerState>{usePathname() === JOIN_PATH ? children : <SignInPage />}</ServerState>;
}
