"use client";

export { FollowedAwards as default } from "../../awards/FollowedAwards";
