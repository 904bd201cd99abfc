/** Plays a chord through once, in its real time, and lights the keys that are held. */
export function playChord(picture: SVGSVGElement, onEnd: () => void): () => void {
  const length = Number(picture.dataset.length);
  const left = Number(picture.dataset.left);
  const right = Number(picture.dataset.right);
  const line = picture.querySelector(".now");
  const timed = [...picture.querySelectorAll<SVGElement>("[data-start]")];
  // With reduced motion the line steps from second to second and does not glide.
  const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  const began = performance.now();
  let frame = 0;

  function stop(): void {
    cancelAnimationFrame(frame);
    picture.classList.remove("playing");
    show(-1);
    onEnd();
  }

  function show(at: number): void {
    const held = new Set<string>();
    for (const each of timed) {
      const on = Number(each.dataset.start) <= at && at < Number(each.dataset.end);
      each.classList.toggle("on", on);
      if (on) held.add(each.dataset.key ?? "");
    }
    for (const key of picture.querySelectorAll<SVGElement>("[data-lit]")) {
      key.classList.toggle("on", held.has(key.dataset.lit ?? ""));
    }
  }

  function tick(): void {
    const passed = (performance.now() - began) / 1000;
    if (passed > length + 0.5) {
      stop();
      return;
    }
    const at = still ? Math.floor(passed) : passed;
    const x = String(left + (Math.min(at, length) / length) * (right - left));
    line?.setAttribute("x1", x);
    line?.setAttribute("x2", x);
    show(at);
    frame = requestAnimationFrame(tick);
  }

  picture.classList.add("playing");
  tick();
  return stop;
}
