#!/bin/sh
# Starts @TITLE@. Needs Java 17 or newer.
# Arguments are settings, such as --port=8443; --help lists them; the word config prints what is set, the word archive makes
# an archive of classes in this folder, for images of containers.
# JAVA_OPTS has options for Java, such as -Xmx512m.
set -eu

self=$0
while [ -L "$self" ]; do
  target=$(readlink -- "$self")
  case $target in /*) self=$target ;; *) self=$(dirname -- "$self")/$target ;; esac
done
home=$(CDPATH= cd -- "$(dirname -- "$self")/.." && pwd)

if [ -n "${JAVA_HOME:-}" ] && [ -x "$JAVA_HOME/bin/java" ]; then java=$JAVA_HOME/bin/java; else java=$(command -v java || true); fi
if [ -z "$java" ]; then
  echo "There is no java here. Install Java 17 or newer, or set JAVA_HOME." >&2
  exit 1
fi

if [ -z "${CALM_ANCHOR_CONFIG:-}" ] && [ -f "$home/conf/calm-anchor.yaml" ]; then
  CALM_ANCHOR_CONFIG=$home/conf/calm-anchor.yaml
  export CALM_ANCHOR_CONFIG
fi

class_path=
for jar in @JARS@; do
  class_path=$class_path${class_path:+:}$home/lib/$jar
done

# A JVM starts faster with an archive of the classes that it will load. Unless this folder has one, it is made in the
# background at the first start, for this version of Java; another JVM ignores it.
release=$(dirname -- "$(readlink -f -- "$java")")/../release
key=$( (cat "$release" 2>/dev/null; cd "$home/lib" && cksum -- *.jar) | cksum | cut -d ' ' -f 1)

make_archive() {
  "$java" -XX:ArchiveClassesAtExit="$1.new" -Xlog:disable -Xlog:all=off \
    -cp "$class_path" @ARCHIVE@ </dev/null >/dev/null 2>&1 &&
    mv -f "$1.new" "$1"
}

archive=$home/archive/$key.jsa
if [ "${1:-}" = archive ]; then
  mkdir -p "$home/archive"
  make_archive "$archive"
  echo "Wrote $archive."
  exit 0
fi
if [ ! -f "$archive" ]; then
  cache=${CACHE_DIRECTORY:-${XDG_CACHE_HOME:-${HOME:-/tmp}/.cache}/@NAME@}
  archive=$cache/$key.jsa
  if [ ! -f "$archive" ] && mkdir -p "$cache" 2>/dev/null && [ -w "$cache" ] && mkdir "$archive.lock" 2>/dev/null; then
    (
      make_archive "$archive"
      rmdir "$archive.lock"
    ) >/dev/null 2>&1 &
  fi
fi

# shellcheck disable=SC2086
exec "$java" -Xshare:auto -XX:SharedArchiveFile="$archive" -Xlog:disable -Xlog:all=error:stderr \
  -XX:+ExitOnOutOfMemoryError ${JAVA_OPTS:-} -cp "$class_path" @MAIN@ "$@"
