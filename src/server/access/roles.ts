/** What people are on a site, and what that lets them do. */
export const ROLES = ["owner", "builder", "editor", "viewer"] as const;
export type Role = (typeof ROLES)[number];
export type Permission = "look" | "choose" | "design" | "publish";

/** Who may do what. A role holds permissions; every use-case needs exactly one. Tested by enumeration. */
const HELD: Readonly<Record<Role, readonly Permission[]>> = {
  owner: ["look", "choose", "design", "publish"],
  builder: ["look", "choose", "design", "publish"],
  editor: ["look", "choose"],
  viewer: ["look"],
};

export const mayDo = (role: Role, permission: Permission): boolean => HELD[role].includes(permission);
