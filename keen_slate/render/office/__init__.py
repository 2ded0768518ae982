"""Handouts as documents that are opened and changed elsewhere: text documents, slides, web pages, books."""
