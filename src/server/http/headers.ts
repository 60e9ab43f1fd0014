/** Every request has a number, so that what a person is told can be found in the log. */
export const REQUEST_HEADER = "x-request-id";

/** How long to wait before asking again, s. */
export const RETRY_AFTER = "2";
