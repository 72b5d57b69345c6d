// Keys for all that a mouse can do. Single letters work outside of fields only.

const list = document.querySelector("[data-keys-list]");

/** Has `actions`, by key, run when a key is pressed outside of a field. */
export function listen(actions) {
  document.addEventListener("keydown", (event) => {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      actions.send();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
    if (event.target.closest("input:not([type=radio], [type=checkbox]), textarea, select")) {
      if (event.key === "Escape") event.target.blur();
      return;
    }
    if (list.open) return;
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  });
}

/** Shows the list of keys. */
export function showKeys() {
  list.showModal();
}

document.querySelector("[data-keys]").addEventListener("click", showKeys);
list.querySelector("[data-close]").addEventListener("click", () => list.close());
