// Chapters and captions come with the page: a page opened from disk may not fetch a file beside it.
(function () {
  "use strict";
  const film = document.getElementById("guide");
  const now = document.getElementById("now");
  const track = film.addTextTrack("captions", "Captions", "en");
  for (const c of guide.captions) track.addCue(new VTTCue(c.start, c.end, c.text));
  track.mode = "hidden"; // the film carries its captions in the picture; these are for those who need them larger
  const parts = film.addTextTrack("chapters", "Chapters", "en");
  for (const c of guide.chapters) parts.addCue(new VTTCue(c.start, c.end, c.title));
  parts.mode = "hidden";

  function playFrom(seconds) {
    film.currentTime = seconds;
    film.scrollIntoView({ behavior: matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth", block: "nearest" });
    const started = film.play();
    if (started) started.catch(function () {});
  }

  const list = document.getElementById("chapters");
  for (const c of guide.chapters) {
    const b = document.createElement("button");
    b.type = "button";
    b.dataset.start = c.start;
    b.dataset.corner = c.corner;
    b.textContent = c.title;
    list.append(b);
  }

  for (const b of document.querySelectorAll("button[data-start]"))
    b.addEventListener("click", function () { playFrom(Number(b.dataset.start)); });
  for (const a of document.querySelectorAll(".map a[data-start]"))
    a.addEventListener("click", function (event) {
      event.preventDefault();
      playFrom(Number(a.dataset.start));
    });

  film.addEventListener("timeupdate", function () {
    const t = film.currentTime + 0.02;
    let here = null;
    for (const c of guide.chapters) if (c.start <= t) here = c;
    if (!here) return;
    now.textContent = here.title;
    for (const a of document.querySelectorAll(".map a, #chapters button")) {
      const lit = a.dataset.corner === String(here.corner);
      a.classList.toggle("here", lit);
      if (lit) a.setAttribute("aria-current", "true");
      else a.removeAttribute("aria-current");
    }
  });
})();
