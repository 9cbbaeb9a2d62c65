# SPDX-License-Identifier: GPL-3.0-or-later
"""Looks for names of the real world (brands, places, series, products, people) in everything that is ours.

The list holds hashes of words and of pairs of words, so that it names nobody itself: the first 16 digits of the SHA-256
of "hl:" and the word in small letters. `names.py --hash WORD...` tells the line of a word to be added. Exit 1 where a
name is found, and where the search could not find one that was planted.
"""
import hashlib
import os
import re
import subprocess
import sys

HERE = os.path.dirname(os.path.abspath(__file__))
NOT_OURS = re.compile(r"\.(woff2?|ttf|png|jpe?g|mp4|wav|ogg)$|LICENSE|OFL|COPYING|debian-packages|learned_words\.tsv")
MOST = 3_000_000


def hashed(words):
    return hashlib.sha256(("hl:" + words).encode()).hexdigest()[:16]


def names_in(text, known):
    for number, line in enumerate(text.lower().split("\n"), 1):
        words = re.findall(r"[a-z0-9]+", line)
        for found in words + [f"{a} {b}" for a, b in zip(words, words[1:])]:
            if hashed(found) in known:
                yield number, found


def files_of_ours(root):
    listed = subprocess.run(["git", "-C", root, "ls-files"], capture_output=True, text=True, check=False)
    if listed.returncode == 0:
        return listed.stdout.split("\n")
    return [os.path.relpath(os.path.join(folder, f), root) for folder, _, files in os.walk(root) for f in files]


def main():
    if "--hash" in sys.argv:
        print("\n".join(hashed(w.lower()) for w in sys.argv[sys.argv.index("--hash") + 1:]))
        return 0
    root = sys.argv[1] if len(sys.argv) > 1 else os.getcwd()
    with open(os.path.join(HERE, "real-names.sha"), encoding="ascii") as f:
        known = set(f.read().split())
    planted = known | {hashed("mudlark motors")}
    if len(known) < 150 or not list(names_in("a Mudlark, Motors of old", planted)) or list(names_in("a Mudlark", planted)):
        print("the search for names finds nothing it should, or something it should not")
        return 1
    found = []
    for name in files_of_ours(root):
        path = os.path.join(root, name)
        if not name or NOT_OURS.search(name) or not os.path.isfile(path) or os.path.getsize(path) > MOST:
            continue
        try:
            with open(path, encoding="utf8") as f:
                found += [f"{name}:{number}: {words}" for number, words in names_in(f.read(), known)]
        except UnicodeDecodeError:
            continue
    print("\n".join(found[:20]) or "no names of the real world")
    return 1 if found else 0


sys.exit(main())
