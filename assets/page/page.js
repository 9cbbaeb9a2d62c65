// Chapters and captions come with the page: a page opened from disk may not fetch a file beside it.
(function () {
  "use strict";
  const film = document.getElementById("guide");
  const now = document.getElementById("now");
  const track = film.addTextTrack("captions", "Captions", "en");
  for (const c of guide.captions) track.addCue(new VTTCue(c.start, c.end, c.text));
  track.mode = "showing";

  function playFrom(seconds) {
    film.currentTime = seconds;
    film.scrollIntoView({ behavior: matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth", block: "nearest" });
    const started = film.play();
    if (started) started.catch(function () {});
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
    for (const a of document.querySelectorAll(".map a")) a.classList.toggle("here", a.dataset.corner === String(here.corner));
  });
})();
