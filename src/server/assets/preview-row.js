// Several preview frames of a page beside each other, in one document that draws them at one go. It sets them up as the
// studio says, passes on what is said between it and each of them, and speaks to nobody else.
(() => {
  const studio = document.documentElement.dataset.studio;
  const frames = [];
  const tell = (message) => parent.postMessage(message, studio);

  const add = () => {
    const frame = document.createElement("iframe");
    const box = document.createElement("div");
    frame.src = "/";
    box.append(frame);
    document.body.append(box);
    frames.push(frame);
    return frame;
  };
  const arrange = (wanted) => {
    for (const frame of frames.splice(wanted.length)) frame.parentElement.remove();
    for (const [at, { title, width, height, scale }] of wanted.entries()) {
      const frame = frames[at] ?? add();
      frame.title = title;
      Object.assign(frame.parentElement.style, {
        width: `${Math.round(width * scale)}px`,
        height: `${height}px`,
      });
      Object.assign(frame.style, {
        width: `${width}px`,
        height: `${Math.ceil(height / scale)}px`,
        transform: `scale(${scale})`,
      });
    }
  };

  // Frames that are there and listen; once all do, the studio is asked for a line to draw by.
  const ready = new WeakSet();
  const noteReady = (frame) => {
    ready.add(frame);
    if (frames.every((each) => ready.has(each))) tell({ type: "ready" });
  };

  // One line for all of them: what comes by it is drawn in all at once, and is on the screen in all at once.
  let line = null;
  const tie = ({ slot, asksPlaces, isFromAbove }, port) => {
    line?.close();
    line = port;
    // one that is not there yet has the row ask for another line once it is
    const listening = frames.filter((frame) => ready.has(frame));
    for (const frame of listening) frame.contentWindow.begin({ slot, asksPlaces, isFromAbove });
    line.onmessage = ({ data: drawing }) => {
      for (const frame of listening) if (frame.isConnected) frame.contentWindow.draw(drawing);
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          tell({ type: "drawn", id: drawing.id, at: performance.timeOrigin + performance.now() });
        }),
      );
    };
  };

  // The keyboard comes back to the frame it was in.
  let last = null;
  addEventListener("focus", () => {
    // once this document has it: while it is on its way it goes no further
    setTimeout(() => last?.isConnected && last.contentWindow.focus());
  });

  addEventListener("message", (event) => {
    const { data: message } = event;
    if (event.origin === studio && event.source === parent) {
      if (message.type === "frames") arrange(message.frames);
      else if (message.type === "tie") tie(message, event.ports[0]);
      else frames[message.to]?.contentWindow.postMessage(message.message, location.origin, [...event.ports]);
      return;
    }
    const from = frames.findIndex((frame) => frame.contentWindow === event.source);
    if (event.origin !== location.origin || from < 0) return;
    if (message.type === "pointed" || message.type === "key") last = frames[from];
    tell({ type: "said", from, message });
    if (message.type === "ready") noteReady(frames[from]);
  });
  new ResizeObserver(() =>
    tell({ type: "size", height: Math.ceil(document.body.getBoundingClientRect().height) }),
  ).observe(document.body);
  tell({ type: "row" });
})();
