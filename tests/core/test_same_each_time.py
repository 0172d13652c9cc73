"""Another start of the program says the same, word for word: readings are kept by the names of their lines,
reasons by the words of what they pass.
"""

import os
import subprocess
import sys
from pathlib import Path

from sampling import LONG

HERE = Path(__file__).parent
RUN = """
import sys
from pathlib import Path
sys.path[:0] = sys.argv[1:3]
from telling import tell
import euthyne.demo
folder = Path(euthyne.demo.__file__).parent
names = sorted(p for p in folder.glob("*.json") if p.stem != "stores")
print(tell([p.read_bytes() for p in names[:: int(sys.argv[3])]]))
"""


def told_by_a_start_of_its_own(seed):
    command = [sys.executable, "-c", RUN, str(HERE), str(HERE.parent / "instruments")]
    command.append("1" if LONG else "13")
    env = os.environ | {"PYTHONHASHSEED": str(seed)}
    return subprocess.run(command, env=env, check=True, capture_output=True, text=True).stdout


def test_every_start_says_the_same_of_every_lead():
    first, other = (told_by_a_start_of_its_own(seed).splitlines() for seed in (1, 2))
    assert len(first) > 150
    assert [pair for pair in zip(first, other, strict=True) if pair[0] != pair[1]] == []
