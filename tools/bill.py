"""Write the bill of materials, docs/bill-of-materials.json (CycloneDX), from the pinned packages: `make bill`."""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
BILL = ROOT / "docs" / "bill-of-materials.json"


def main() -> None:
    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder) / "bill.json"
        maker = ["uv", "tool", "run", "--from", "cyclonedx-bom", "cyclonedx-py"]
        given = sys.argv[1:] or maker
        subprocess.run(
            [*given, "requirements", "requirements/base.txt", "--output-reproducible", "-o", str(made)],
            cwd=ROOT, check=True,
        )  # fmt: skip
        bill = json.loads(made.read_text())
    bill["metadata"].pop("tools", None)
    for part in bill["components"]:
        part.pop("externalReferences", None)  # where packages are fetched from is each machine's own matter
        part.pop("description", None)
    vendored = json.loads((ROOT / "package-lock.json").read_text())["packages"][""]["devDependencies"]
    for name, version in sorted(vendored.items()):
        bill["components"].append({"type": "library", "name": name, "version": version.lstrip("^~"),
                                   "purl": f"pkg:npm/{name.replace('@', '%40')}@{version.lstrip('^~')}"})  # fmt: skip
    BILL.write_text(json.dumps(bill, indent=1, sort_keys=True) + "\n")


if __name__ == "__main__":
    main()
