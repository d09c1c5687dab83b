"""The palette of a job: one page, cards, pictures, and files for other programs."""
