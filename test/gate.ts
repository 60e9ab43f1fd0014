/** A promise, and what makes it come true: for tests in which two things meet. */
export const gate = <T = void>(): { readonly isOpen: Promise<T>; readonly open: (value: T) => void } => {
  let open: (value: T) => void = () => undefined;
  const isOpen = new Promise<T>((done) => {
    open = done;
  });
  return { isOpen, open };
};
