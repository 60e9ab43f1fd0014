/** A file that came in and lies on the disk until the request is answered. */
export class ReceivedFile {
  constructor(
    readonly path: string,
    readonly size: number,
    readonly sha256: string,
  ) {}
}
