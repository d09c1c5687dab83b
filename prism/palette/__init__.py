"""The colour in company: schemes of colours from a deck that go with one."""
