"""The leads of Tarn Ridge Observatory, as files anyone can import."""
