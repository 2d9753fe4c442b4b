<template><div>Settings</div></template>
