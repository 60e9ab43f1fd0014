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

  // A drawing is on the screen when all frames show it: said once, with the time of the last of them.
  const drawn = new Map();
  const noteDrawn = ({ id, at }) => {
    const times = [...(drawn.get(id) ?? []), at];
    drawn.set(id, times);
    if (times.length < frames.length) return;
    for (const known of [...drawn.keys()]) if (known <= id) drawn.delete(known);
    tell({ type: "drawn", id, at: Math.max(...times) });
  };

  addEventListener("message", (event) => {
    const { data: message } = event;
    if (event.origin === studio && event.source === parent) {
      if (message.type === "frames") arrange(message.frames);
      else frames[message.to]?.contentWindow.postMessage(message.message, location.origin, [...event.ports]);
      return;
    }
    const from = frames.findIndex((frame) => frame.contentWindow === event.source);
    if (event.origin !== location.origin || from < 0) return;
    if (message.type === "drawn") noteDrawn(message);
    else tell({ type: "said", from, message });
  });
  new ResizeObserver(() =>
    tell({ type: "size", height: Math.ceil(document.body.getBoundingClientRect().height) }),
  ).observe(document.body);
  tell({ type: "row" });
})();
