/** What people are on a site, and what that lets them do. */
export const ROLES = ["owner", "builder", "editor", "viewer"] as const;
export type Role = (typeof ROLES)[number];
export type Permission = "see" | "choose" | "design" | "publish";

/** Who may do what. A role holds permissions; every use-case needs exactly one. Tested by enumeration. */
const HELD: Readonly<Record<Role, readonly Permission[]>> = {
  owner: ["see", "choose", "design", "publish"],
  builder: ["see", "choose", "design", "publish"],
  editor: ["see", "choose"],
  viewer: ["see"],
};

/** All a role may do. */
export const permissionsOf = (role: Role): readonly Permission[] => HELD[role];

export const mayDo = (role: Role, permission: Permission): boolean => HELD[role].includes(permission);
