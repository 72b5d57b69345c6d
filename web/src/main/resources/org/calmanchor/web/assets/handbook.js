// Searches without a server: chapters that lack one of the words are hidden, with their entries in
// the contents.
const search = document.getElementById("search");
const none = document.getElementById("none");
const chapters = [...document.querySelectorAll("section")];
const texts = new Map();

function textOf(chapter) {
  if (!texts.has(chapter)) {
    texts.set(chapter, chapter.textContent.toLowerCase());
  }
  return texts.get(chapter);
}

function find() {
  const words = search.value.toLowerCase().split(/\s+/).filter((word) => word);
  let found = 0;
  for (const chapter of chapters) {
    const fits = words.every((word) => textOf(chapter).includes(word));
    chapter.hidden = !fits;
    found += fits ? 1 : 0;
    const entry = document.querySelector(`nav a[href="#${CSS.escape(chapter.id)}"]`);
    if (entry) {
      entry.parentElement.hidden = !fits;
    }
  }
  none.hidden = found > 0;
}

search.addEventListener("input", find);

// A link to a hidden chapter shows it.
window.addEventListener("hashchange", () => {
  const target = document.getElementById(decodeURIComponent(location.hash.slice(1)));
  if (target && target.hidden) {
    search.value = "";
    find();
    target.scrollIntoView();
  }
});

// On paper nothing is folded.
window.addEventListener("beforeprint", () => {
  for (const folded of document.querySelectorAll("details")) {
    folded.open = true;
  }
});
