/** A set without one of its members, or with it if it is none. */
export const withOrWithout = <T>(all: ReadonlySet<T>, one: T): ReadonlySet<T> =>
  all.has(one) ? new Set([...all].filter((each) => each !== one)) : new Set([...all, one]);
