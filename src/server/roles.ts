/** What people are on a site, and what that lets them do. */
export const ROLES = ["owner", "builder", "editor", "viewer"] as const;
export type Role = (typeof ROLES)[number];
export type Permission = "look" | "choose" | "design" | "publish";
